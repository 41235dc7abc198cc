import type { RequestHandler } from 'express';
import { isLoopback } from './loopback';
import { ProblemError } from './problem-error';

const hostOf = (header: string | undefined): string => header?.replace(/:\d+$/, '') ?? '';

/**
 * Refuses what a page of another origin sends in the name of the one who has it open. Browsers say by themselves where a request
 * comes from; a program that says nothing is no browser.
 */
export const refuseForeignPages: RequestHandler = (request, _response, next) => {
  const { host, origin, 'sec-fetch-site': site } = request.headers;
  // Without a sign-in a foreign page that rebinds its name to this machine must not get through.
  if (!isLoopback(hostOf(host))) {
    next(
      ProblemError.forbidden(
        'This machine only',
        'Open the program by the address it printed, on the machine it runs on.',
      ),
    );
    return;
  }
  const ours = origin === undefined || origin === `http://${host}` || origin === `https://${host}`;
  const near = site === undefined || site === 'same-origin' || site === 'none';
  // A link from elsewhere may open a page of ours; what lies under /api is for our own pages alone.
  const opensPage = request.method === 'GET' && !request.path.startsWith('/api/');
  next(
    opensPage || (ours && near)
      ? undefined
      : ProblemError.forbidden('Not from here', 'Another page sent this; only the pages of this program may.'),
  );
};
