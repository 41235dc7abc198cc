import { inputProblem, type Problem } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import type { ErrorRequestHandler, Request } from 'express';
import { causesOf, databaseFailure, sqlState, type DatabaseFailure } from '../database';
import { ProblemError } from './problem-error';

interface BodyParserError extends Error {
  readonly type?: string;
  readonly status?: number;
}

const TITLES: Readonly<Record<DatabaseFailure['kind'], string>> = {
  unreachable: 'The database does not answer',
  full: 'The disk is full',
  slow: 'The database is too slow just now',
  'read-only': 'The database takes no changes just now',
};
const NOTHING_SAVED = 'Nothing of this was saved; send it again in a moment.';
const NOT_KNOWN =
  'Whether this was saved is not known. Sent again as it is, under the same identifier or version, it counts once.';

/**
 * What a failure means for the one who asked: of something read, nothing; of something written, whether it may stand.
 */
const whatOf = (reading: boolean, nothingWritten: boolean): Pick<Problem, 'detail' | 'saved'> => {
  if (reading) return { detail: 'Ask again in a moment.' };
  return nothingWritten ? { detail: NOTHING_SAVED, saved: 'nothing' } : { detail: NOT_KNOWN, saved: 'not-known' };
};

function errorOf(error: unknown, method: string): ProblemError {
  if (error instanceof ProblemError) return error;
  if (error instanceof InputError) return new ProblemError(inputProblem(error));
  const reading = method === 'GET' || method === 'HEAD';
  const failure = databaseFailure(error);
  if (failure) {
    const { detail = '', saved } = whatOf(reading, failure.nothingWritten);
    return ProblemError.unavailable(TITLES[failure.kind], detail, { saved });
  }
  const plain = (title: string, status: number, detail: string): ProblemError =>
    new ProblemError({ type: 'about:blank', title, status, detail } satisfies Problem);
  // Each is looked at before it is believed.
  const { type, status, message } = error as BodyParserError;
  if (type === 'entity.too.large')
    return plain('Too large', 413, 'The request body is larger than this address takes.');
  if (type === 'entity.parse.failed') return plain('Not JSON', 400, 'The request body is not valid JSON.');
  if (status === 415 || type === 'charset.unsupported' || type === 'encoding.unsupported')
    return ProblemError.unsupported('Send JSON in UTF-8, plain or compressed by gzip, deflate or br.');
  if (status !== undefined && status >= 400 && status < 500)
    return plain('Bad request', status, String(message).slice(0, 300));
  const what = whatOf(reading, false);
  return new ProblemError({ type: 'about:blank', title: 'Something went wrong here', status: 500, ...what });
}

/**
 * What may be logged of an error: neither what users typed nor the bytes of a picture, which a driver writes into its
 * messages.
 */
export function loggable(error: unknown): object {
  const [outermost, ...causes] = causesOf(error);
  if (!outermost) return { type: typeof error };
  const state = sqlState(error);
  const innermost = causes.at(-1) ?? outermost;
  // The driver adds the last two where it knows them.
  const { message, constraint, table } = innermost as Error & { constraint?: string; table?: string };
  if (state !== undefined || causes.length > 0 || databaseFailure(error))
    return { type: 'database', code: state, message: message.split('\n')[0]?.slice(0, 300), constraint, table };
  return { type: outermost.name, message: message.slice(0, 500), stack: outermost.stack };
}

/** A database that is gone fails every request: one line in so many ms tells it. */
const TELL_EVERY_MS = 5000;
let toldAt = -Infinity;

function log(error: unknown, request: Request): void {
  if (databaseFailure(error)) {
    if (Date.now() - toldAt < TELL_EVERY_MS) return;
    toldAt = Date.now();
  }
  request.log?.error({ failure: loggable(error) }, 'request failed');
}

/** Answers every error as an RFC 9457 problem document. */
export const errorHandler: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  // Nobody waits for an answer any more.
  if (response.destroyed) return;
  const { problem, headers } = errorOf(error, request.method);
  if (problem.status >= 500 && !(error instanceof ProblemError)) log(error, request);
  response.status(problem.status).set(headers).type('application/problem+json').send(JSON.stringify(problem));
};
