import type { Handlers } from '../http/endpoint-routes';
import { addWeldRecord, strikeOutWeldRecord } from './store';

export const weldHandlers = {
  'POST /jobs/:id/weld': ({ context, path, body }) => addWeldRecord(context, path.id, body),
  'POST /weld/:id/strike-out': ({ context, path, body }) => strikeOutWeldRecord(context, path.id, body.reason),
} satisfies Partial<Handlers>;
