import { inputProblem, type Problem } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import type { ErrorRequestHandler } from 'express';
import { ProblemError } from './problem-error';

interface BodyParserError extends Error {
  readonly type?: string;
  readonly status?: number;
}

function problemOf(error: unknown): Problem {
  if (error instanceof ProblemError) return error.problem;
  if (error instanceof InputError) return inputProblem(error);
  const { type, status } = error as BodyParserError;
  if (type === 'entity.too.large')
    return {
      type: 'about:blank',
      title: 'Too large',
      status: 413,
      detail: 'The request body is larger than this address takes: one megabyte, for a picture five.',
    };
  if (type === 'entity.parse.failed')
    return { type: 'about:blank', title: 'Not JSON', status: 400, detail: 'The request body is not valid JSON.' };
  if (status !== undefined && status >= 400 && status < 500)
    return { type: 'about:blank', title: 'Bad request', status, detail: (error as Error).message };
  return {
    type: 'about:blank',
    title: 'Something went wrong here',
    status: 500,
    detail: 'The server could not finish this. Nothing was saved; try again.',
  };
}

/** Answers every error as an RFC 9457 problem document. */
export const errorHandler: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) {
    next(error);
    return;
  }
  const problem = problemOf(error);
  if (problem.status >= 500) request.log?.error({ err: error }, 'request failed');
  response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem));
};
