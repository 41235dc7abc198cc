import { parseWith, workshopPatchSchema } from '@variatum/contracts';
import { findFieldTest, findRod, InputError, JOINTS, type FieldError } from '@variatum/metallurgy';
import { Router } from 'express';
import type { OpenDatabase } from '../database';
import { send } from '../http/handle';
import { changeWorkshop, readWorkshop } from './store';

/** Workshop: `GET /workshop`, `PATCH /workshop`. */
export function workshopRoutes({ database }: OpenDatabase, workshopId: string): Router {
  const router = Router();
  router.get('/workshop', async (_request, response) => send(response, await readWorkshop(database, workshopId)));
  router.patch('/workshop', async (request, response) => {
    const body = parseWith(workshopPatchSchema, request.body);
    const errors: FieldError[] = [];
    body.ownedTests?.forEach((test, index) => {
      if (!findFieldTest(test)) errors.push({ path: `ownedTests.${index}`, message: `"${test}" is not a field test` });
    });
    for (const rod of Object.keys(body.preferences ?? {}))
      if (!findRod(rod)) errors.push({ path: `preferences.${rod}`, message: 'not a rod of the catalogue' });
    body.gases?.forEach(({ gas }, index) => {
      if (!JOINTS.gases.includes(gas))
        errors.push({
          path: `gases.${index}.gas`,
          message: `"${gas}" is not known; use one of ${JOINTS.gases.join(', ')}`,
        });
    });
    if (errors.length > 0) throw new InputError(errors);
    send(response, await changeWorkshop(database, workshopId, body));
  });
  return router;
}
