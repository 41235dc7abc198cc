import { findFieldTest, findRod, InputError, type FieldError } from '@variatum/metallurgy';
import type { Handlers } from '../http/endpoint-routes';
import { changeWorkshop, readWorkshop } from './store';

export const workshopHandlers = {
  'GET /workshop': ({ context }) => readWorkshop(context),
  'PATCH /workshop': async ({ context, body }) => {
    const errors: FieldError[] = [];
    body.ownedTests?.forEach((test, index) => {
      if (!findFieldTest(test)) errors.push({ path: ['ownedTests', index], message: `"${test}" is not a field test` });
    });
    for (const rod of Object.keys(body.preferences ?? {}))
      if (!findRod(rod)) errors.push({ path: ['preferences', rod], message: 'not a rod of the catalogue' });
    if (errors.length > 0) throw new InputError(errors);
    return changeWorkshop(context, body);
  },
} satisfies Partial<Handlers>;
