import { loggable } from './error-handler';

test('what users typed is not logged: neither statements nor parameters, nor what the database repeats', () => {
  const cause = Object.assign(new Error('duplicate key value violates unique constraint "job_pkey"'), {
    code: '23505',
    detail: 'Key (title)=(secret name) already exists.',
    constraint: 'job_pkey',
    table: 'job',
  });
  const error = new Error('Failed query: insert into "job" values ($1)\nparams: secret name', { cause });
  const text = JSON.stringify(loggable(error));
  expect(text).not.toContain('secret');
  expect(text).not.toContain('insert into');
  expect(loggable(error)).toMatchObject({ code: '23505', constraint: 'job_pkey', table: 'job' });
});

test('a mistake of the program is logged with its place, at a bounded length', () => {
  const error = new TypeError('x'.repeat(10_000));
  expect(loggable(error)).toMatchObject({
    type: 'TypeError',
    stack: expect.stringContaining('error-handler') as string,
  });
  expect((loggable(error) as { message: string }).message).toHaveLength(500);
});
