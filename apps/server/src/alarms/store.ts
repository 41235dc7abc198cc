import type { StandingAlarm } from '@variatum/contracts';
import type { MeterCall } from '@variatum/job';
import { and, asc, eq, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { momentOf, momentOrNull, tables } from '../database';
import { next, type Scope } from '../store';

const { alarm, weldEntry } = tables;

const alarmOf = (row: typeof alarm.$inferSelect): StandingAlarm => ({
  id: row.id,
  jobId: row.jobId,
  jointId: row.jointId,
  meterId: row.meterId,
  what: row.what,
  ppm: row.ppm,
  startedAt: momentOf(row.startedAt),
  endedAt: momentOrNull(row.endedAt),
  version: row.version,
});

/** Alarms that stand, the oldest first. @param meter of this meter only */
export async function standingAlarms({ database, workshop }: Scope, meter?: string): Promise<StandingAlarm[]> {
  const rows = await database
    .select()
    .from(alarm)
    .where(
      and(
        eq(alarm.workshopId, workshop),
        isNull(alarm.endedAt),
        meter === undefined ? undefined : eq(alarm.meterId, meter),
      ),
    )
    .orderBy(asc(alarm.startedAt), asc(alarm.id));
  return rows.map(alarmOf);
}

/** Where an alarm belongs. */
export interface AlarmPlace {
  readonly job: string;
  readonly meter: string;
  /** Joint in whose log it is written; null: the job has none. */
  readonly joint: string | null;
}

/**
 * Begins an alarm and logs it, unless another process has: one row for each job, kind and start, and one that stands
 * for each meter and kind.
 * @param scope that of a transaction: both are written, or neither
 * @returns whether this was the first to say it
 */
export async function beginAlarm(
  { database, workshop }: Scope,
  { job, meter, joint }: AlarmPlace,
  { what, ppm, startMs }: MeterCall,
): Promise<boolean> {
  const startedAt = new Date(startMs);
  const [id, entry] = [uuid(), { kind: 'alarm', what, value: ppm } as const];
  const row = { id, workshopId: workshop, jobId: job, jointId: joint, meterId: meter, what, ppm, startedAt };
  const begun = await database.insert(alarm).values(row).onConflictDoNothing().returning({ id: alarm.id });
  if (begun.length === 0) return false;
  if (joint !== null)
    await database.insert(weldEntry).values({
      id,
      workshopId: workshop,
      jobId: job,
      jointId: joint,
      at: startedAt,
      entry,
      madeFrom: `alarm ${id}`,
    });
  return true;
}

/** Ends an alarm that stands; one that has ended stays as it is. */
export async function endAlarm({ database }: Scope, { id, version }: StandingAlarm): Promise<void> {
  await database
    .update(alarm)
    .set(next(version, { endedAt: new Date() }))
    .where(and(eq(alarm.id, id), isNull(alarm.endedAt)));
}
