import express, { type RequestHandler } from 'express';
import { ProblemError } from './problem-error';

const LARGEST = '1mb';
const parse = express.json({ limit: LARGEST, strict: true });

/** Whether a request carries anything. */
const hasBody = ({ headers }: { headers: NodeJS.Dict<string | string[]> }): boolean =>
  headers['transfer-encoding'] !== undefined || Number(headers['content-length'] ?? 0) > 0;

/** Reads a JSON body of at most a megabyte. */
export const jsonBody: RequestHandler = (request, response, next) => {
  if (hasBody(request) && !request.is('application/json'))
    next(ProblemError.unsupported('Send the body as application/json.'));
  else parse(request, response, next);
};
