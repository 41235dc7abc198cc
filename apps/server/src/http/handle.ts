import { parseWith } from '@variatum/contracts';
import type { Request, Response } from 'express';
import * as z from 'zod';

const idSchema = z.uuid('not an identifier');

/** Identifier in the path of a request. @throws InputError */
export function idParameter(request: Request, name = 'id'): string {
  return parseWith(z.object({ [name]: idSchema }), { [name]: request.params[name] })[name] as string;
}

/** Sends a document. */
export function send(response: Response, body: unknown, status = 200): void {
  response.status(status).json(body);
}
