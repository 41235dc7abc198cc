import { completeService } from '@variatum/metallurgy';
import type { Handlers } from '../http/endpoint-routes';
import { bringsBack, withdraws } from '../store';
import { addJob, changeJob, duplicateJob, listJobs, readJobDetail } from './store';

export const jobHandlers = {
  'GET /jobs': ({ context, query }) => listJobs(context, query),
  'POST /jobs': async ({ context, body }) => {
    completeService(body.service);
    return addJob(context, body);
  },
  'GET /jobs/:id': ({ context, path }) => readJobDetail(context, path.id),
  'PATCH /jobs/:id': async ({ context, path, body }) => {
    if (body.service) completeService(body.service);
    return changeJob(context, path.id, body);
  },
  'POST /jobs/:id/duplicate': ({ context, path, body }) => duplicateJob(context, path.id, body.id),
  'POST /jobs/:id/withdraw': withdraws(changeJob),
  'POST /jobs/:id/restore': bringsBack(changeJob),
} satisfies Partial<Handlers>;
