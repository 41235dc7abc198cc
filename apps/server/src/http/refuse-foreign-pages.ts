import type { RequestHandler } from 'express';
import type { Reach } from '../network/reach';
import { ProblemError } from './problem-error';

/**
 * Refuses what a page of another origin sends in the name of the one who has it open. Browsers say by themselves where a request
 * comes from; a program that says nothing is no browser.
 */
export const refuseForeignPages =
  ({ admits }: Pick<Reach, 'admits'>): RequestHandler =>
  (request, _response, next) => {
    const { origin, 'sec-fetch-site': site } = request.headers;
    // A foreign page that binds its own name to this machine anew must not get through.
    if (!admits(request.hostname ?? '')) {
      next(ProblemError.forbidden('Not under this name', 'Open the program by an address it printed.'));
      return;
    }
    const ours = origin === undefined || origin === `${request.protocol}://${request.host}`;
    const near = site === undefined || site === 'same-origin' || site === 'none';
    // A link from elsewhere may open a page of ours; what lies under /api is for our own pages alone.
    const opensPage = request.method === 'GET' && !request.path.startsWith('/api/');
    next(
      opensPage || (ours && near)
        ? undefined
        : ProblemError.forbidden('Not from here', 'Another page sent this; only the pages of this program may.'),
    );
  };
