import { jobQuestion } from '@variatum/contracts';
import { ENGINE_VERSION } from '@variatum/metallurgy';
import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database } from '../database';
import type { Chooser } from '../decisions/chooser';
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
  database: Database,
  workshopId: string,
  chooser: Chooser,
  fresh: boolean,
): Promise<void> {
  if (fresh)
    await database.execute(sql`truncate photo_file, photo, decision, joint, field_test, piece, job, rod_stock`);
  const { total } = await listJobs(database, workshopId, { limit: 1, offset: 0 });
  if (total > 0) return;
  const { version } = await readWorkshop(database, workshopId);
  await changeWorkshop(database, workshopId, { ...DEMO_EQUIPMENT, version });
  for (const rod of DEMO_SHELF) await putRodStock(database, workshopId, rod, { onShelf: true });
  // The board lists the last changed first: the first demo job goes in last.
  for (const job of [...DEMO_JOBS].reverse()) await seedJob(database, workshopId, chooser, job);
}

async function seedJob(database: Database, workshopId: string, chooser: Chooser, demo: DemoJob): Promise<void> {
  const { pieces, joint, decision, service, ...fields } = demo;
  const { id } = await addJob(database, workshopId, { ...fields, service: service as never });
  for (const { tests = [], ...piece } of pieces) {
    const added = await addPiece(database, workshopId, id, piece);
    for (const { note, struckOut, ...entry } of tests) {
      const test = await addFieldTest(database, workshopId, added.id, { entry: entry as never, note: note ?? '' });
      if (struckOut !== undefined) await strikeOutFieldTest(database, workshopId, test.id, struckOut);
    }
  }
  if (joint) await putJoint(database, workshopId, id, { version: 0, joint: joint as never });
  if (!decision) return;
  const question = jobQuestion(await readJobDetail(database, workshopId, id), await listRodStock(database, workshopId));
  if (!question) return;
  const result = await chooser.choose(question, 1);
  await addDecision(database, workshopId, {
    id: uuid(),
    jobId: id,
    rod: decision.rod,
    recommended: result.recommended,
    engineVersion: ENGINE_VERSION,
    seed: 1,
    question: { ...question },
    result: { ...result },
    note: decision.note,
  });
}
