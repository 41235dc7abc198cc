import express, { type Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { OpenDatabase } from './database';
import { decisionRoutes } from './decisions/routes';
import type { Chooser } from './decisions/chooser';
import { fieldTestRoutes } from './field-tests/routes';
import { errorHandler } from './http/error-handler';
import { isLoopback } from './http/loopback';
import { ProblemError } from './http/problem-error';
import { jobRoutes } from './jobs/routes';
import { jointRoutes } from './joints/routes';
import { openApiDocument } from './openapi/document';
import type { ChangeFeed } from './live/change-feed';
import { liveRoutes } from './live/routes';
import { photoRoutes } from './photos/routes';
import { pieceRoutes } from './pieces/routes';
import { rodStockRoutes } from './rod-stock/routes';
import { workshopRoutes } from './workshop/routes';
import { ONLY_WORKSHOP_ID } from './workshop/store';

/** What an application needs; processes that share a database share nothing else. */
export interface AppParts {
  readonly open: OpenDatabase;
  readonly chooser: Chooser;
  readonly feed: ChangeFeed;
  readonly logger: Logger;
  /** Built web application; undefined serves the interface alone. */
  readonly webDirectory?: string | undefined;
  readonly requestsPerMinute?: number;
}

/** Builds the Express application. */
export function createApp({ open, chooser, feed, logger, webDirectory, requestsPerMinute = 1200 }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', false);
  app.use(
    pinoHttp({
      logger,
      autoLogging: { ignore: (request) => request.url === '/api/health' },
      serializers: { req: ({ method, url, id }) => ({ method, url, id }) },
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
          imgSrc: ["'self'", 'data:'],
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
  app.use((request, _response, next) => {
    // Without a sign-in a foreign page that rebinds its name to this machine must not get through.
    const host = request.headers.host?.replace(/:\d+$/, '') ?? '';
    next(
      isLoopback(host)
        ? undefined
        : new ProblemError({
            type: 'about:blank',
            title: 'This machine only',
            status: 403,
            detail: 'Open the program by the address it printed, on the machine it runs on.',
          }),
    );
  });

  const api = express.Router();
  api.use(rateLimit({ windowMs: 60_000, limit: requestsPerMinute, standardHeaders: 'draft-8', legacyHeaders: false }));
  // A picture is larger than anything else; a body read here is not read again below.
  api.use('/jobs/:id/photos', express.json({ limit: '5mb', strict: true }));
  api.use(express.json({ limit: '1mb', strict: true }));
  api.get('/health', (_request, response) => void response.json({ status: 'up' }));
  api.get('/ready', async (_request, response) => {
    const ready = await open.ready();
    response.status(ready ? 200 : 503).json({ status: ready ? 'ready' : 'waiting for the database' });
  });
  const document = openApiDocument();
  api.get('/openapi.json', (_request, response) => void response.json(document));
  for (const routes of [
    jobRoutes,
    pieceRoutes,
    photoRoutes,
    fieldTestRoutes,
    jointRoutes,
    rodStockRoutes,
    workshopRoutes,
  ])
    api.use(routes(open.database, ONLY_WORKSHOP_ID));
  api.use(liveRoutes(feed, ONLY_WORKSHOP_ID));
  api.use(decisionRoutes(open.database, ONLY_WORKSHOP_ID, chooser));
  api.use((request) => {
    throw ProblemError.notFound(`address as ${request.method} /api${request.path}`);
  });
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
  app.use(errorHandler);
  return app;
}
