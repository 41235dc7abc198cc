import { parseWith, rodStockPutSchema } from '@variatum/contracts';
import { findRod } from '@variatum/metallurgy';
import { Router } from 'express';
import type { OpenDatabase } from '../database';
import { send } from '../http/handle';
import { ProblemError } from '../http/problem-error';
import { listRodStock, putRodStock } from './store';

/** Rod rack: `GET /rod-stock`, `PUT /rod-stock/:rod`. */
export function rodStockRoutes({ database }: OpenDatabase, workshopId: string): Router {
  const router = Router();
  router.get('/rod-stock', async (_request, response) => send(response, await listRodStock(database, workshopId)));
  router.put('/rod-stock/:rod', async (request, response) => {
    const rod = findRod(request.params.rod);
    if (!rod) throw ProblemError.notFound('rod');
    send(response, await putRodStock(database, workshopId, rod.id, parseWith(rodStockPutSchema, request.body)));
  });
  return router;
}
