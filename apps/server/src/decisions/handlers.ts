import { activeJoints, jointQuestion, leaderOf } from '@variatum/job';
import { ENGINE_VERSION, findRod, InputError } from '@variatum/metallurgy';
import { v7 as uuid } from 'uuid';
import type { Handlers } from '../http/endpoint-routes';
import { madeFrom, orNotFound } from '../store';
import { readJobDetail } from '../jobs/store';
import { readLearnt } from '../learning/store';
import { listRodStock } from '../rod-stock/store';
import { readWorkshop } from '../workshop/store';
import { addDecision, listDecisions, readDecision, repeatedDecision } from './store';

export const decisionHandlers = {
  'GET /jobs/:id/decisions': ({ context, path }) => listDecisions(context, path.id),
  'GET /decisions/:id': ({ context, path }) => readDecision(context, path.id),
  'POST /jobs/:id/decisions': async ({ context, path, body: { id = uuid(), jointId, rod, seed, note }, signal }) => {
    const jobId = path.id;
    if (rod !== null && !findRod(rod)) throw InputError.at(['rod'], `"${rod}" is not in the catalogue of rods`);
    const fingerprint = madeFrom('decision', jobId, { rod, seed, note, ...(jointId ? { jointId } : {}) });
    const known = await repeatedDecision(context, id, fingerprint);
    if (known) return known;
    const [job, stock, workshop, learnt] = await Promise.all([
      readJobDetail(context, jobId),
      listRodStock(context),
      readWorkshop(context),
      readLearnt(context, jobId, signal),
    ]);
    const joints = activeJoints(job);
    const joint =
      jointId === null
        ? null
        : orNotFound(
            'joint',
            joints.find((one) => one.id === jointId),
          );
    if (joint === null && joints.length > 0)
      throw InputError.at(['jointId'], 'say which joint of the job is decided for');
    const question = jointQuestion(job, joint && leaderOf(joints, joint), stock, workshop, learnt);
    if (!question) throw InputError.at(['pieces'], 'add a piece before deciding on a rod');
    const { recommended, json } = await context.compute.choose(question, seed, rod, jobId, signal);
    return addDecision(context, {
      id,
      jobId,
      jointId,
      rod,
      recommended,
      engineVersion: ENGINE_VERSION,
      seed,
      question,
      resultJson: json,
      note,
      madeFrom: fingerprint,
    });
  },
} satisfies Partial<Handlers>;
