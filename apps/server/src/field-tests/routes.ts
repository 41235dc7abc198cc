import { newFieldTestSchema, parseWith, strikeOutSchema } from '@variatum/contracts';
import { checkIdentifyInput, type TestEntry } from '@variatum/metallurgy';
import { InputError } from '@variatum/metallurgy';
import { Router } from 'express';
import type { Compute } from '../compute';
import type { OpenDatabase } from '../database';
import { idParameter, send } from '../http/handle';
import { addFieldTest, strikeOutFieldTest } from './store';

/** Field-test log: `POST /pieces/:id/tests`, `POST /tests/:id/strike-out`. */
export function fieldTestRoutes(open: OpenDatabase, workshopId: string, compute: Compute): Router {
  const router = Router();
  router.post('/pieces/:id/tests', async (request, response) => {
    const body = parseWith(newFieldTestSchema, request.body);
    checkEntry(body.entry as TestEntry);
    send(response, await addFieldTest(open, compute, workshopId, idParameter(request), body), 201);
  });
  router.post('/tests/:id/strike-out', async (request, response) => {
    const { reason } = parseWith(strikeOutSchema, request.body);
    send(response, await strikeOutFieldTest(open, compute, workshopId, idParameter(request), reason));
  });
  return router;
}

/** The core's own check, with paths as the request body has them. */
function checkEntry(entry: TestEntry): void {
  try {
    checkIdentifyInput({ tests: [entry] });
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    throw new InputError(
      error.errors.map(({ path, message }) => ({ path: path.replace(/^tests\.0/, 'entry'), message })),
    );
  }
}
