/** Why the database could not do what it was asked, as far as it matters to the one who asked. */
export interface DatabaseFailure {
  readonly kind: 'unreachable' | 'full' | 'slow' | 'read-only';
  /** Whether it is sure that nothing was written: a connection lost on the way leaves that open. */
  readonly nothingWritten: boolean;
}

interface ErrorWithCode extends Error {
  readonly code?: string;
}

/** Told by what it has, not by its class: errors come from other threads and other contexts as well. */
const isError = (value: unknown): value is ErrorWithCode =>
  typeof value === 'object' && value !== null && typeof (value as Error).message === 'string';

/** The error and what caused it, outermost first; a query builder wraps what the driver threw. */
export function causesOf(error: unknown): ErrorWithCode[] {
  const chain: ErrorWithCode[] = [];
  for (let next = error; isError(next) && chain.length < 10; next = next.cause) chain.push(next);
  // Trying several addresses fails with one error that holds them all.
  return chain.flatMap((one) => [one, ...((one as Partial<AggregateError>).errors ?? []).filter(isError)]);
}

/** Code of an error the database itself reported, five characters; undefined for any other. */
export const sqlState = (error: unknown): string | undefined =>
  causesOf(error).find(({ code }) => code !== undefined && /^[0-9A-Z]{5}$/.test(code))?.code;

/** Name of the constraint a statement broke. */
export const brokenConstraint = (error: unknown): string | undefined =>
  causesOf(error)
    .map((one) => (one as { constraint?: string }).constraint)
    .find((name) => name !== undefined);

// Codes of PostgreSQL's documentation, appendix A.
const REPORTED: readonly (readonly [RegExp, DatabaseFailure])[] = [
  [/^53100$/, { kind: 'full', nothingWritten: true }],
  [/^(53...|57P03)$/, { kind: 'unreachable', nothingWritten: true }],
  [/^(57014|55P03|40001|40P01|25P0[34])$/, { kind: 'slow', nothingWritten: true }],
  [/^25006$/, { kind: 'read-only', nothingWritten: true }],
  // The server was ended under the statement, or the connection broke: it may have been committed just before.
  [/^(57P..|08...)$/, { kind: 'unreachable', nothingWritten: false }],
  [/^58...$/, { kind: 'unreachable', nothingWritten: false }],
];
const NOT_CONNECTED = new RegExp(
  'ECONNREFUSED|ENOENT|EHOSTUNREACH|timeout exceeded when trying to connect|timeout expired|' +
    'after calling end on the pool',
);
const LOST = /ECONNRESET|EPIPE|ETIMEDOUT|Connection terminated|connection error and is not queryable|Client was closed/;

/**
 * Whether an error says that the database cannot work at present, however right the request was.
 * @returns undefined for an error that has another cause
 */
export function databaseFailure(error: unknown): DatabaseFailure | undefined {
  const state = sqlState(error);
  const reported = state === undefined ? undefined : REPORTED.find(([pattern]) => pattern.test(state))?.[1];
  if (reported) return reported;
  const said = causesOf(error).map(({ code, message }) => `${code ?? ''} ${message}`);
  if (said.some((words) => NOT_CONNECTED.test(words))) return { kind: 'unreachable', nothingWritten: true };
  if (said.some((words) => LOST.test(words))) return { kind: 'unreachable', nothingWritten: false };
  if (said.some((words) => words.includes('Query read timeout'))) return { kind: 'slow', nothingWritten: false };
  return undefined;
}
