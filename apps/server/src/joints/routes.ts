import { jointPutSchema, parseWith } from '@variatum/contracts';
import { completeJoint, type JointInput } from '@variatum/metallurgy';
import { Router } from 'express';
import type { OpenDatabase } from '../database';
import { idParameter, send } from '../http/handle';
import { readJob } from '../jobs/store';
import { putJoint } from './store';

/** Joint: `PUT /jobs/:id/joint`. */
export function jointRoutes({ database }: OpenDatabase, workshopId: string): Router {
  const router = Router();
  router.put('/jobs/:id/joint', async (request, response) => {
    const body = parseWith(jointPutSchema, request.body);
    const jobId = idParameter(request);
    const { pieceCount } = await readJob(database, workshopId, jobId);
    // The core's own check of numbers and names; families do not matter for it.
    completeJoint(
      body.joint as JointInput,
      Array.from({ length: Math.max(1, Math.min(4, pieceCount)) }, () => 'austenitic' as const),
    );
    send(response, await putJoint(database, workshopId, jobId, body));
  });
  return router;
}
