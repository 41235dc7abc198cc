import type { Handlers } from '../http/endpoint-routes';
import { addTick } from './store';

export const preparationHandlers = {
  'POST /jobs/:id/preparation': ({ context, path, body }) => addTick(context, path.id, body),
} satisfies Partial<Handlers>;
