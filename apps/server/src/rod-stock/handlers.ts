import { findRod } from '@variatum/metallurgy';
import type { Handlers } from '../http/endpoint-routes';
import { ProblemError } from '../http/problem-error';
import { listRodStock, putRodStock } from './store';

export const rodStockHandlers = {
  'GET /rod-stock': ({ context }) => listRodStock(context),
  'PUT /rod-stock/:rod': async ({ context, path, body }) => {
    const rod = findRod(path.rod);
    if (!rod) throw ProblemError.notFound('rod');
    return putRodStock(context, rod.id, body);
  },
} satisfies Partial<Handlers>;
