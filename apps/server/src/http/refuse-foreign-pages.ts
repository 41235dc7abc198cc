import type { Request, RequestHandler } from 'express';
import type { Reach } from '../network/reach';
import { ProblemError } from './problem-error';

/**
 * Whether a page of another origin sent a request. Browsers say so by themselves; a program that says nothing is no
 * browser.
 */
function isForeign(request: Request): boolean {
  const { origin, 'sec-fetch-site': site } = request.headers;
  const ours = origin === undefined || origin === `${request.protocol}://${request.host}`;
  const near = site === undefined || site === 'same-origin' || site === 'none';
  return !ours || !near;
}

const refusal = (): ProblemError =>
  ProblemError.forbidden('Not from here', 'Another page sent this; only the pages of this program may.');

/**
 * Refuses names that are none of the program's: a foreign page that binds its own to this machine anew must not get
 * through.
 */
export const refuseForeignNames =
  ({ admits }: Pick<Reach, 'admits'>): RequestHandler =>
  (request, _response, next) =>
    next(
      admits(request.hostname ?? '')
        ? undefined
        : ProblemError.forbidden('Not under this name', 'Open the program by an address it printed.'),
    );

/** Refuses what another page sends in the name of the one who has it open, but for links that open a page of ours. */
export const refuseForeignPages: RequestHandler = (request, _response, next) =>
  next(request.method !== 'GET' && isForeign(request) ? refusal() : undefined);

/**
 * Refuses whatever another page asks for. To be put where only our own pages have business: it is then the router that
 * says what lies there, however the address is written.
 */
export const ownPagesOnly: RequestHandler = (request, _response, next) =>
  next(isForeign(request) ? refusal() : undefined);
