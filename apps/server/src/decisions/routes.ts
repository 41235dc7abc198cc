import { jobQuestion, newDecisionSchema, parseWith } from '@variatum/contracts';
import { ENGINE_VERSION, findRod, InputError } from '@variatum/metallurgy';
import { Router } from 'express';
import { v7 as uuid } from 'uuid';
import type { Compute } from '../compute';
import type { OpenDatabase } from '../database';
import { idParameter, send } from '../http/handle';
import { madeFrom } from '../http/made-from';
import { readJobDetail } from '../jobs/store';
import { listRodStock } from '../rod-stock/store';
import { readWorkshop } from '../workshop/store';
import { addDecision, listDecisions, readDecision, repeatedDecision } from './store';

/** Decisions: `GET /jobs/:id/decisions` in brief, `GET /decisions/:id` whole, `POST /jobs/:id/decisions`. */
export function decisionRoutes({ database }: OpenDatabase, workshopId: string, compute: Compute): Router {
  const router = Router();
  router.get('/jobs/:id/decisions', async (request, response) =>
    send(response, await listDecisions(database, workshopId, idParameter(request))),
  );
  router.get('/decisions/:id', async (request, response) =>
    send(response, await readDecision(database, workshopId, idParameter(request))),
  );
  router.post('/jobs/:id/decisions', async (request, response) => {
    const { id = uuid(), rod, seed, note } = parseWith(newDecisionSchema, request.body);
    const jobId = idParameter(request);
    if (rod !== null && !findRod(rod)) throw InputError.at('rod', `"${rod}" is not in the catalogue of rods`);
    const fingerprint = madeFrom('decision', jobId, { rod, seed, note });
    const known = await repeatedDecision(database, workshopId, id, fingerprint);
    if (known) {
      send(response, known, 201);
      return;
    }
    const [job, shelf, workshop] = await Promise.all([
      readJobDetail(database, workshopId, jobId),
      listRodStock(database, workshopId),
      readWorkshop(database, workshopId),
    ]);
    const question = jobQuestion(job, shelf, workshop);
    if (!question) throw InputError.at('pieces', 'add a piece before deciding on a rod');
    const nobodyWaits = new AbortController();
    response.on('close', () => nobodyWaits.abort());
    const { recommended, json } = await compute.choose(question, seed, rod, jobId, nobodyWaits.signal);
    const decision = await addDecision(database, workshopId, {
      id,
      jobId,
      rod,
      recommended,
      engineVersion: ENGINE_VERSION,
      seed,
      question,
      resultJson: json,
      note,
      madeFrom: fingerprint,
    });
    send(response, decision, 201);
  });
  return router;
}
