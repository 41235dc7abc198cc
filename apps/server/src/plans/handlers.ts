import type { Choice } from '@variatum/metallurgy';
import { answersOfJob } from '../decisions/store';
import type { Handlers } from '../http/endpoint-routes';
import { readJobDetail } from '../jobs/store';
import { readLearnt } from '../learning/store';
import { listRodStock } from '../rod-stock/store';
import { readWorkshop } from '../workshop/store';

/** Draws of a plan are repeated by this seed, as on every page. */
const SEED = 1;

export const planHandlers = {
  'GET /jobs/:id/plan': async ({ context, path: { id }, signal }) => {
    const [job, stock, workshop, learnt, decided] = await Promise.all([
      readJobDetail(context, id),
      listRodStock(context),
      readWorkshop(context),
      readLearnt(context, id, signal),
      answersOfJob(context, id),
    ]);
    // A decision holds the choice it was made from, as this engine reckoned it.
    const choices = decided.map(({ question, result }) => ({ question, answer: result as unknown as Choice }));
    const asOf = new Date().toISOString();
    return context.compute.plan({ job, stock, workshop, learnt, results: { choices }, seed: SEED, asOf }, id, signal);
  },
} satisfies Partial<Handlers>;
