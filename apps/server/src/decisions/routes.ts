import { jobQuestion, newDecisionSchema, parseWith } from '@variatum/contracts';
import { ENGINE_VERSION, InputError } from '@variatum/metallurgy';
import { Router } from 'express';
import { v7 as uuid } from 'uuid';
import type { Database } from '../database';
import { idParameter, send } from '../http/handle';
import { readJobDetail } from '../jobs/store';
import { listRodStock } from '../rod-stock/store';
import { readWorkshop } from '../workshop/store';
import type { Chooser } from './chooser';
import { addDecision, decisionsOfJob } from './store';

/** Decisions: `GET /jobs/:id/decisions`, `POST /jobs/:id/decisions`. */
export function decisionRoutes(database: Database, workshopId: string, chooser: Chooser): Router {
  const router = Router();
  router.get('/jobs/:id/decisions', async (request, response) =>
    send(response, await decisionsOfJob(database, workshopId, idParameter(request))),
  );
  router.post('/jobs/:id/decisions', async (request, response) => {
    const body = parseWith(newDecisionSchema, request.body);
    const jobId = idParameter(request);
    const [job, shelf, workshop] = await Promise.all([
      readJobDetail(database, workshopId, jobId),
      listRodStock(database, workshopId),
      readWorkshop(database, workshopId),
    ]);
    const question = jobQuestion(job, shelf, workshop);
    if (!question) throw InputError.at('pieces', 'add a piece before deciding on a rod');
    const result = await chooser.choose(question, body.seed);
    if (!result.ranking.some(({ rod }) => rod === body.rod))
      throw InputError.at('rod', `${body.rod ?? 'no rod'} is not among the candidates for this joint`);
    const decision = await addDecision(database, workshopId, {
      id: body.id ?? uuid(),
      jobId,
      rod: body.rod,
      recommended: result.recommended,
      engineVersion: ENGINE_VERSION,
      seed: body.seed,
      question: { ...question },
      result: { ...result },
      note: body.note,
    });
    send(response, decision, 201);
  });
  return router;
}
