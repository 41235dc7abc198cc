import type { Handlers } from '../http/endpoint-routes';
import { jobRecordLog } from './read';
import { addJobRecord } from './store';

export const jobRecordHandlers = {
  'POST /jobs/:id/record': ({ context, path, body }) => addJobRecord(context, path.id, body),
  'POST /record/:id/strike-out': ({ context, path, body }) => jobRecordLog.strikeOut(context, path.id, body.reason),
} satisfies Partial<Handlers>;
