import { checkTestEntry } from '@variatum/metallurgy';
import type { Handlers } from '../http/endpoint-routes';
import { addFieldTest, strikeOutFieldTest } from './store';

export const fieldTestHandlers = {
  'POST /pieces/:id/tests': async ({ context, path, body }) => {
    checkTestEntry(body.entry, ['entry']);
    return addFieldTest(context, path.id, body);
  },
  'POST /tests/:id/strike-out': ({ context, path, body }) => strikeOutFieldTest(context, path.id, body.reason),
} satisfies Partial<Handlers>;
