import { jobPatchSchema, jobStateSchema, newJobSchema, parseWith } from '@variatum/contracts';
import { completeService, type ServiceInput } from '@variatum/metallurgy';
import { Router } from 'express';
import * as z from 'zod';
import type { Compute } from '../compute';
import type { OpenDatabase } from '../database';
import { idParameter, send } from '../http/handle';
import { addWithdrawal } from '../http/withdrawal';
import { addJob, changeJob, duplicateJob, listJobs, readJobDetail } from './store';

const flag = z.enum(['true', 'false']).transform((text) => text === 'true');
/** A day of the years the database's calendar and everybody's agree on. */
const day = z.iso
  .date('give a day such as 2026-11-25')
  .refine((text) => text >= '1900-01-01' && text < '3000-01-01', 'give a day from 1900-01-01 on');

/** Query of the job list. */
export const jobQuerySchema = z.object({
  search: z.string().trim().max(100).optional(),
  state: jobStateSchema.optional(),
  environment: z.string().max(40).optional(),
  /** Rod last decided on; `no rod` finds joints fused without one. */
  rod: z.string().max(40).optional(),
  /** Material family of one of its pieces. */
  family: z.string().max(40).optional(),
  /** First and last day it may have come in. */
  from: day.optional(),
  to: day.optional(),
  withdrawn: flag.default(false),
  sort: z.enum(['updated', 'created', 'title']).default('updated'),
  limit: z.coerce.number().int().min(1).max(200).default(50),
  offset: z.coerce.number().int().min(0).max(1_000_000).default(0),
});
const duplicateSchema = z.strictObject({ id: z.uuid().optional() });

/** Jobs: `GET /jobs`, `POST /jobs`, `GET /jobs/:id`, `PATCH /jobs/:id`, `POST /jobs/:id/duplicate`,
 * `POST /jobs/:id/withdraw`, `POST /jobs/:id/restore`. */
export function jobRoutes(open: OpenDatabase, workshopId: string, compute: Compute): Router {
  const router = Router();
  const { database } = open;
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
  router.post('/jobs/:id/duplicate', async (request, response) => {
    const { id } = parseWith(duplicateSchema, request.body ?? {});
    send(response, await duplicateJob(open, compute, workshopId, idParameter(request), id), 201);
  });
  addWithdrawal(router, '/jobs', (id, version, withdrawnAt) =>
    changeJob(database, workshopId, id, { version, withdrawnAt }),
  );
  return router;
}
