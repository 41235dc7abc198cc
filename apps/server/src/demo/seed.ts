import { jobQuerySchema, NO_FIT, type NewJoint } from '@variatum/contracts';
import { activeJoints, jointQuestion } from '@variatum/job';
import { ENGINE_VERSION, known, NOT_GIVEN } from '@variatum/metallurgy';
import { v7 as uuid } from 'uuid';
import { addDecision } from '../decisions/store';
import type { RequestContext } from '../http/context';
import { addFieldTest, strikeOutFieldTest } from '../field-tests/store';
import { addJob, listJobs, readJobDetail } from '../jobs/store';
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

/** The joints of a demo job as requests, each with an id of its own. */
function jointsOf(
  { joints, alike }: Pick<DemoJob, 'joints' | 'alike'>,
  pieces: readonly string[],
): readonly (NewJoint & { readonly id: string })[] {
  const ids = joints.map(() => uuid());
  return joints.map(({ joint, sides, name = '', lengthMm, course = null }, index) => ({
    id: ids[index] as string,
    name,
    joint,
    fit: NO_FIT,
    lengthMm: lengthMm === undefined ? NOT_GIVEN : known(lengthMm),
    course,
    alikeTo: alike && index > 0 ? (ids[0] ?? null) : null,
    sides: sides.map(({ piece, end = null, alongMm, clock = null }) => ({
      piece: pieces[piece] as string,
      end,
      alongMm: alongMm === undefined ? NOT_GIVEN : known(alongMm),
      clock,
    })),
  }));
}

async function seedJob(context: RequestContext, { pieces, joints, alike = false, ...fields }: DemoJob): Promise<void> {
  const ids = pieces.map(() => uuid());
  const described = jointsOf({ joints, alike }, ids);
  const { id } = await addJob(context, {
    ...fields,
    pieces: pieces.map(({ tests: _tests, ...piece }, index) => ({ ...piece, id: ids[index] })),
    joints: [...described],
  });
  for (const [index, { tests = [] }] of pieces.entries())
    for (const { note = '', struckOut, spot = null, ...entry } of tests) {
      const test = await addFieldTest(context, ids[index] as string, { entry, spot, note });
      if (struckOut !== undefined) await strikeOutFieldTest(context, test.id, struckOut);
    }
  for (const [index, { decision }] of joints.entries()) {
    if (!decision) continue;
    const job = await readJobDetail(context, id);
    const joint = activeJoints(job)[index] ?? null;
    const question = jointQuestion(job, joint, await listRodStock(context));
    if (!question) continue;
    const { recommended, json } = await context.compute.choose(question, 1, decision.rod, id);
    await addDecision(context, {
      id: uuid(),
      jobId: id,
      jointId: joint?.id ?? null,
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
}
