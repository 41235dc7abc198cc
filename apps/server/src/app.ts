import compression from 'compression';
import { ENDPOINTS } from '@variatum/contracts';
import express, { type Express, type Request } from 'express';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { alarmHandlers } from './alarms/handlers';
import { backupHandlers } from './backups/handlers';
import type { Compute } from './compute';
import type { OpenDatabase } from './database';
import { decisionHandlers } from './decisions/handlers';
import { fieldTestHandlers } from './field-tests/handlers';
import { contextOf } from './http/context';
import { endpointRoutes, refuseUnlessMay, type Handlers } from './http/endpoint-routes';
import { errorHandler } from './http/error-handler';
import { ownPagesOnly, refuseForeignNames, refuseForeignPages } from './http/refuse-foreign-pages';
import { unknownAddress } from './http/unknown-address';
import { ProblemError } from './http/problem-error';
import { limitRequests } from './http/limit-requests';
import { sharedCount } from './http/shared-count';
import { handOverHandlers } from './hand-over/handlers';
import { jobRecordHandlers } from './job-record/handlers';
import { jobHandlers } from './jobs/handlers';
import { jointHandlers } from './joints/handlers';
import { learningHandlers } from './learning/handlers';
import { meterHandlers } from './meters/handlers';
import { meterLines } from './meters/lines';
import { openReadingHub } from './meters/hub';
import { weldHandlers } from './weld/handlers';
import { preparationHandlers } from './preparation/handlers';
import type { Metrics } from './metrics/metrics';
import type { ChangeFeed } from './live/change-feed';
import { liveRoutes } from './live/routes';
import { networkHandlers } from './network/handlers';
import { OWN_MACHINE, type Reach } from './network/reach';
import { openApiDocument } from './openapi/document';
import { photoHandlers } from './photos/handlers';
import { pieceHandlers } from './pieces/handlers';
import { rodStockHandlers } from './rod-stock/handlers';
import { peopleHandlers } from './people/handlers';
import { planHandlers } from './plans/handlers';
import { openPeople } from './people/people';
import { askerOf } from './session/asker';
import { sessionHandlers } from './session/handlers';
import { stands } from './session/places';
import { sessions } from './session/sessions';
import { Visit } from './session/visit';
import { tabletHandlers } from './tablets/handlers';
import { workshopHandlers } from './workshop/handlers';

/** What an application needs; processes that share a database share nothing else. */
export interface AppParts {
  readonly open: OpenDatabase;
  readonly compute: Compute;
  readonly feed: ChangeFeed;
  readonly logger: Logger;
  /** Key cookies are signed with, the same in all processes of a database. */
  readonly cookieKey: string;
  /** Whether it shows made-up data: its made-up people sign in by one tap. */
  readonly demo?: boolean | undefined;
  /** How the program is reached; on its own machine only, unless said otherwise. */
  readonly reach?: Reach | undefined;
  /** Figures of this process; undefined: none are taken. */
  readonly metrics?: Metrics | undefined;
  /** Whether the process is letting go: whoever spreads requests sends it no more. */
  readonly stopping?: (() => boolean) | undefined;
  /** Where the program keeps its backups; undefined: nowhere of its own. */
  readonly backupsDirectory?: string | undefined;
  /** Built web application; undefined serves the interface alone. */
  readonly webDirectory?: string | undefined;
  /** Requests one client may send within a minute, all processes together. */
  readonly requestsPerMinute?: number | undefined;
}

const USUAL_REQUESTS_PER_MINUTE = 6000;
/** What a process draws from the common count at once: a hundredth of a minute's requests, fifty at most. */
const lotOf = (perMinute: number): number => Math.max(1, Math.min(50, Math.floor(perMinute / 100)));

/** All that is answered: a handler missing for an address is a fault of types. */
const HANDLERS: Handlers = {
  ...sessionHandlers,
  ...peopleHandlers,
  ...backupHandlers,
  ...networkHandlers,
  ...tabletHandlers,
  ...workshopHandlers,
  ...jobHandlers,
  ...handOverHandlers,
  ...planHandlers,
  ...pieceHandlers,
  ...fieldTestHandlers,
  ...photoHandlers,
  ...jointHandlers,
  ...preparationHandlers,
  ...weldHandlers,
  ...jobRecordHandlers,
  ...meterHandlers,
  ...alarmHandlers,
  ...learningHandlers,
  ...decisionHandlers,
  ...rodStockHandlers,
};

/** Text smaller than this costs more to compress than to send. */
const COMPRESS_FROM_BYTES = 2048;
/** The quickest level: most answers are made for this one request. */
const COMPRESSION_LEVEL = 1;
/** A browser that was served with encryption asks without it no more, for a year, s. */
const KEEP_TO_ENCRYPTION_S = 365 * 24 * 3600;

/** Builds the Express application. */
export function createApp({
  open,
  compute,
  feed,
  logger,
  cookieKey,
  demo = false,
  reach = OWN_MACHINE,
  metrics,
  stopping = () => false,
  backupsDirectory,
  webDirectory,
  requestsPerMinute = USUAL_REQUESTS_PER_MINUTE,
}: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.disable('etag');
  app.set('trust proxy', reach.proxies.length === 0 ? false : [...reach.proxies]);
  if (metrics) app.use(metrics.timeRequests);
  app.get('/api/health', (_request, response) => void response.json({ status: 'up' }));
  app.use(
    pinoHttp({
      logger,
      // What stands behind the question mark may name people; so may any header.
      serializers: {
        req: ({ method, url, id }: { method: string; url: string; id: unknown }) => ({
          method,
          path: url.split('?')[0],
          id,
        }),
        // Its headers carry the cookies of whoever signs in.
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
      },
      // A failed request is logged once, by the one who answers it.
      customLogLevel: () => 'debug',
    }),
  );
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          // The component library sets sizes and positions as inline styles.
          styleSrc: ["'self'", "'unsafe-inline'"],
          // A picture just taken is shown from the browser's own memory until the server has it.
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  const strictTransport = helmet.strictTransportSecurity({ maxAge: KEEP_TO_ENCRYPTION_S, includeSubDomains: false });
  app.use((request, response, next) => {
    if (request.secure) strictTransport(request, response, next);
    else next();
  });
  app.use(refuseForeignNames(reach), refuseForeignPages);
  app.use(compression({ threshold: COMPRESS_FROM_BYTES, level: COMPRESSION_LEVEL }));

  const api = express.Router();
  api.use(ownPagesOnly);
  api.use(limitRequests(sharedCount(open.pool, requestsPerMinute), lotOf(requestsPerMinute)));
  api.get('/ready', async (_request, response) => {
    if (stopping()) throw ProblemError.unavailable('Not ready', 'This process is letting go.');
    if (!(await open.ready())) throw ProblemError.unavailable('Not ready', 'The database does not answer.');
    response.json({ status: 'ready' });
  });
  const document = openApiDocument();
  api.get('/openapi.json', (_request, response) => void response.json(document));
  const people = openPeople(open, compute, demo);
  // Meters are nobody: they show their key, and hold their request open.
  api.use(meterLines(open, openReadingHub(open, logger)));
  api.use(sessions(open.pool, cookieKey));
  const whoAsks = (request: Request) => askerOf(request, () => people.isOpen());
  api.use(
    endpointRoutes(HANDLERS, async (request, response) => {
      const asker = await whoAsks(request);
      return {
        asker,
        people,
        context: contextOf(open, compute, asker),
        visit: new Visit(request, response, cookieKey, open.pool),
        backupsDirectory,
        reach,
      };
    }),
  );
  const live = liveRoutes(feed, async (request) => {
    const asker = await whoAsks(request);
    refuseUnlessMay(asker, ENDPOINTS['GET /events'].duty);
    const { workshop, state } = asker;
    return { workshop, stillMay: () => (state === 'open' ? people.isOpen() : stands(open.pool, request.sessionID)) };
  });
  metrics?.watch(open.pool, live.streams);
  api.use(live.router);
  api.use(unknownAddress(document.paths));
  app.use('/api', api);

  if (webDirectory !== undefined && existsSync(join(webDirectory, 'index.html'))) {
    // Built file names carry their content's hash; the page itself must always be fresh.
    app.use(
      express.static(webDirectory, {
        index: false,
        maxAge: '1y',
        immutable: true,
        setHeaders: (response, path) =>
          void (/-[A-Z0-9]{8}\./.test(path) || response.setHeader('Cache-Control', 'no-cache')),
      }),
    );
    app.get('/{*any}', (request, response, next) => {
      if (/\.\w+$/.test(request.path)) {
        next(ProblemError.notFound('file'));
        return;
      }
      response.setHeader('Cache-Control', 'no-cache');
      response.sendFile(join(webDirectory, 'index.html'));
    });
  }
  app.use((request) => {
    if (webDirectory !== undefined && !/\.\w+$/.test(request.path))
      throw ProblemError.notAllowed(request.method.slice(0, 20), ['GET', 'HEAD']);
    throw ProblemError.notFound('address');
  });
  app.use(errorHandler);
  return app;
}
