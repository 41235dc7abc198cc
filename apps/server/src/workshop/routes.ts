import { Router } from 'express';
import type { Database } from '../database';
import { send } from '../http/handle';
import { readWorkshop } from './store';

/** Workshop: `GET /workshop`. */
export function workshopRoutes(database: Database, workshopId: string): Router {
  const router = Router();
  router.get('/workshop', async (_request, response) => send(response, await readWorkshop(database, workshopId)));
  return router;
}
