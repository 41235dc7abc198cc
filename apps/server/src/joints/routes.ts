import { jointPutSchema, parseWith } from '@variatum/contracts';
import { completeJoint, type JointInput } from '@variatum/metallurgy';
import { Router } from 'express';
import type { Database } from '../database';
import { idParameter, send } from '../http/handle';
import { piecesOfJob } from '../pieces/read-piece';
import { putJoint } from './store';

/** Joint: `PUT /jobs/:id/joint`. */
export function jointRoutes(database: Database, workshopId: string): Router {
  const router = Router();
  router.put('/jobs/:id/joint', async (request, response) => {
    const body = parseWith(jointPutSchema, request.body);
    const jobId = idParameter(request);
    const pieces = (await piecesOfJob(database, workshopId, jobId)).filter(({ withdrawnAt }) => withdrawnAt === null);
    // The core's own check of numbers and names; families do not matter for it.
    completeJoint(
      body.joint as JointInput,
      Array.from({ length: Math.max(1, Math.min(4, pieces.length)) }, () => 'austenitic' as const),
    );
    send(response, await putJoint(database, workshopId, jobId, body));
  });
  return router;
}
