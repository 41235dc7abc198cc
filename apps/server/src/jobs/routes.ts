import { jobPatchSchema, jobStateSchema, newJobSchema, parseWith } from '@variatum/contracts';
import { completeService, type ServiceInput } from '@variatum/metallurgy';
import { Router } from 'express';
import * as z from 'zod';
import type { Database } from '../database';
import { idParameter, send } from '../http/handle';
import { addJob, changeJob, listJobs, readJobDetail } from './store';

/** Query of the job list. */
export const jobQuerySchema = z.object({
  search: z.string().trim().max(100).optional(),
  state: jobStateSchema.optional(),
  limit: z.coerce.number().int().min(1).max(200).default(50),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
});
const versionSchema = z.strictObject({ version: z.int().min(1) });

/** Jobs: `GET /jobs`, `POST /jobs`, `GET /jobs/:id`, `PATCH /jobs/:id`, `POST /jobs/:id/withdraw`, `POST /jobs/:id/restore`. */
export function jobRoutes(database: Database, workshopId: string): Router {
  const router = Router();
  router.get('/jobs', async (request, response) =>
    send(response, await listJobs(database, workshopId, parseWith(jobQuerySchema, request.query))),
  );
  router.post('/jobs', async (request, response) => {
    const body = parseWith(newJobSchema, request.body);
    completeService(body.service as ServiceInput);
    send(response, await addJob(database, workshopId, body), 201);
  });
  router.get('/jobs/:id', async (request, response) =>
    send(response, await readJobDetail(database, workshopId, idParameter(request))),
  );
  router.patch('/jobs/:id', async (request, response) => {
    const body = parseWith(jobPatchSchema, request.body);
    if (body.service) completeService(body.service as ServiceInput);
    send(response, await changeJob(database, workshopId, idParameter(request), body));
  });
  for (const [action, stamp] of [
    ['withdraw', () => new Date()],
    ['restore', () => null],
  ] as const)
    router.post(`/jobs/:id/${action}`, async (request, response) => {
      const { version } = parseWith(versionSchema, request.body);
      send(response, await changeJob(database, workshopId, idParameter(request), { version, withdrawnAt: stamp() }));
    });
  return router;
}
