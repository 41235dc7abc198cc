import { jobQuestion } from '@variatum/contracts';
import { ENGINE_VERSION } from '@variatum/metallurgy';
import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Compute } from '../compute';
import type { OpenDatabase } from '../database';
import { addDecision } from '../decisions/store';
import { addFieldTest, strikeOutFieldTest } from '../field-tests/store';
import { addJob, listJobs, readJobDetail } from '../jobs/store';
import { putJoint } from '../joints/store';
import { addPiece } from '../pieces/store';
import { listRodStock, putRodStock } from '../rod-stock/store';
import { changeWorkshop, readWorkshop } from '../workshop/store';
import { DEMO_EQUIPMENT, DEMO_JOBS, DEMO_SHELF, type DemoJob } from './jobs';

/**
 * Fills an empty workshop with the demo jobs. A workshop with jobs is left alone unless fresh demo data is asked for, which
 * empties it first.
 */
export async function seedDemo(
  open: OpenDatabase,
  workshopId: string,
  compute: Compute,
  fresh: boolean,
): Promise<void> {
  const { database } = open;
  if (fresh)
    await database.execute(sql`truncate photo_file, photo, decision, joint, field_test, piece, job, rod_stock`);
  const { total } = await listJobs(database, workshopId, { limit: 1, offset: 0 });
  if (total > 0) return;
  const { version } = await readWorkshop(database, workshopId);
  await changeWorkshop(database, workshopId, { ...DEMO_EQUIPMENT, version });
  for (const rod of DEMO_SHELF) await putRodStock(database, workshopId, rod, { onShelf: true });
  // The board lists the last changed first: the first demo job goes in last.
  for (const job of [...DEMO_JOBS].reverse()) await seedJob(open, workshopId, compute, job);
}

async function seedJob(open: OpenDatabase, workshopId: string, compute: Compute, demo: DemoJob): Promise<void> {
  const { database } = open;
  const { pieces, joint, decision, service, ...fields } = demo;
  const { id } = await addJob(database, workshopId, { ...fields, service: service as never });
  for (const { tests = [], ...piece } of pieces) {
    const added = await addPiece(open, compute, workshopId, id, piece);
    for (const { note, struckOut, ...entry } of tests) {
      const test = await addFieldTest(open, compute, workshopId, added.id, { entry: entry as never, note: note ?? '' });
      if (struckOut !== undefined) await strikeOutFieldTest(open, compute, workshopId, test.id, struckOut);
    }
  }
  if (joint) await putJoint(database, workshopId, id, { version: 0, joint: joint as never });
  if (!decision) return;
  const question = jobQuestion(await readJobDetail(database, workshopId, id), await listRodStock(database, workshopId));
  if (!question) return;
  const { recommended, json } = await compute.choose(question, 1, decision.rod, id);
  await addDecision(database, workshopId, {
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
