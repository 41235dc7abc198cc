import { databaseFailure } from './failure';

const reported = (code: string): Error => Object.assign(new Error('reported'), { code });
/** As the query builder wraps it. */
const wrapped = (cause: Error): Error =>
  new Error('Failed query: insert into "job" … params: what was typed', { cause });

test.each([
  ['a full disk', reported('53100'), 'full', true],
  ['too many connections', reported('53300'), 'unreachable', true],
  ['a start that is not finished', reported('57P03'), 'unreachable', true],
  ['an end under the statement', reported('57P01'), 'unreachable', false],
  ['a statement that took too long', reported('57014'), 'slow', true],
  ['a lock that did not come', reported('55P03'), 'slow', true],
  ['two that wait for each other', reported('40P01'), 'slow', true],
  ['a database that is only read', reported('25006'), 'read-only', true],
  ['nobody there', Object.assign(new Error('connect'), { code: 'ECONNREFUSED' }), 'unreachable', true],
  ['no connection in time', new Error('timeout exceeded when trying to connect'), 'unreachable', true],
  ['a broken connection', Object.assign(new Error('read'), { code: 'ECONNRESET' }), 'unreachable', false],
  ['an end without a word', new Error('Connection terminated unexpectedly'), 'unreachable', false],
  ['no answer in time', new Error('Query read timeout'), 'slow', false],
] as const)('%s is told from a fault of the request', (_name, error, kind, nothingWritten) => {
  expect(databaseFailure(error)).toEqual({ kind, nothingWritten });
  expect(databaseFailure(wrapped(error))).toEqual({ kind, nothingWritten });
});

test('several addresses tried in vain are one failure', () => {
  const refused = Object.assign(new Error('connect'), { code: 'ECONNREFUSED' });
  expect(databaseFailure(new AggregateError([refused, refused]))).toMatchObject({ kind: 'unreachable' });
});

test('a broken constraint, a mistake of the program and what is no error are none of the database’s failures', () => {
  for (const error of [reported('23505'), reported('22P02'), new TypeError('x is not a function'), 'words', undefined])
    expect(databaseFailure(error)).toBeUndefined();
});
