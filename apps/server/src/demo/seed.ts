import { jobQuestion, jobQuerySchema } from '@variatum/contracts';
import { ENGINE_VERSION } from '@variatum/metallurgy';
import { v7 as uuid } from 'uuid';
import { addDecision } from '../decisions/store';
import type { RequestContext } from '../http/context';
import { addFieldTest, strikeOutFieldTest } from '../field-tests/store';
import { addJob, listJobs, readJobDetail } from '../jobs/store';
import { putJoint } from '../joints/store';
import { addPiece } from '../pieces/store';
import { listRodStock, putRodStock } from '../rod-stock/store';
import { changeWorkshop, readWorkshop } from '../workshop/store';
import { DEMO_EQUIPMENT, DEMO_JOBS, DEMO_STOCK, type DemoJob } from './jobs';

/** Fills an empty workshop with the demo jobs; one with jobs is left alone. */
export async function seedDemo(context: RequestContext): Promise<void> {
  const { total } = await listJobs(context, jobQuerySchema.parse({ limit: 1 }));
  if (total > 0) return;
  const { version } = await readWorkshop(context);
  await changeWorkshop(context, { ...DEMO_EQUIPMENT, version });
  for (const rod of DEMO_STOCK) await putRodStock(context, rod, { inStock: true });
  // The board lists the last changed first: the first demo job goes in last.
  for (const job of [...DEMO_JOBS].reverse()) await seedJob(context, job);
}

async function seedJob(context: RequestContext, demo: DemoJob): Promise<void> {
  const { pieces, joint, decision, service, ...fields } = demo;
  const { id } = await addJob(context, { ...fields, service });
  for (const { tests = [], ...piece } of pieces) {
    const added = await addPiece(context, id, piece);
    for (const { note, struckOut, ...entry } of tests) {
      const test = await addFieldTest(context, added.id, { entry, note: note ?? '' });
      if (struckOut !== undefined) await strikeOutFieldTest(context, test.id, struckOut);
    }
  }
  if (joint) await putJoint(context, id, { version: 0, joint });
  if (!decision) return;
  const question = jobQuestion(await readJobDetail(context, id), await listRodStock(context));
  if (!question) return;
  const { recommended, json } = await context.compute.choose(question, 1, decision.rod, id);
  await addDecision(context, {
    id: uuid(),
    jobId: id,
    rod: decision.rod,
    recommended,
    engineVersion: ENGINE_VERSION,
    seed: 1,
    question,
    resultJson: json,
    note: decision.note,
    madeFrom: 'demo',
  });
}
