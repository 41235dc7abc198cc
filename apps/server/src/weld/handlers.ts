import { v7 as uuid } from 'uuid';
import type { Handlers } from '../http/endpoint-routes';
import { weldLog } from './store';

export const weldHandlers = {
  'POST /jobs/:id/weld': ({ context, path, body: { id = uuid(), ...entry } }) =>
    weldLog.add(context, path.id, { id, ...entry }),
  'POST /weld/:id/strike-out': ({ context, path, body }) => weldLog.strikeOut(context, path.id, body.reason),
} satisfies Partial<Handlers>;
