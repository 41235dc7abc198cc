import type { Learnt } from '@variatum/contracts';
import { profileOfJob } from '@variatum/job';
import { targetFor } from '@variatum/metallurgy';
import { and, asc, desc, eq, inArray, isNull, ne, sql } from 'drizzle-orm';
import { momentOf, tables } from '../database';
import type { RequestContext } from '../http/context';
import { readJobDetails } from '../jobs/store';
import type { Scope } from '../store';
import { readWorkshop } from '../workshop/store';
import { choicesOf } from './choices';
import { learntFamilies, learntTestsOf } from './confirmed';
import { learntDilutions } from './dilutions';
import { countedOutcomes } from './outcomes';
import { learntMinutes, learntPurges, type GasReading } from './paces';

/** Jobs looked back at, the last changed ones; more say little new and cost time. */
const MOST_JOBS = 200;

/** Jobs of the workshop in whose log or record something stands that teaches. */
async function teachingJobs({ database, workshop }: Scope, except: string | undefined): Promise<readonly string[]> {
  const { job } = tables;
  const taught = sql`array(select w.job_id from weld_entry w where w.workshop_id = ${workshop}
    and w.struck_out_at is null and w.entry ->> 'kind' in ('ferrite', 'start')
    union select r.job_id from job_record r where r.workshop_id = ${workshop} and r.struck_out_at is null
      and (r.entry ->> 'kind' in ('seen', 'minutes') or r.entry ->> 'line' = 'ferrite'))`;
  const rows = await database
    .select({ id: job.id })
    .from(job)
    .where(
      and(
        eq(job.workshopId, workshop),
        isNull(job.withdrawnAt),
        except === undefined ? undefined : ne(job.id, except),
        sql`${job.id} = any(${taught})`,
      ),
    )
    .orderBy(desc(job.updatedAt))
    .limit(MOST_JOBS);
  return rows.map(({ id }) => id);
}

/** What meters showed of the gas that leaves parts, oldest first, job by job. */
async function gasReadings(
  { database, workshop }: Scope,
  jobs: readonly string[],
): Promise<ReadonlyMap<string, readonly GasReading[]>> {
  const found = new Map<string, GasReading[]>();
  if (jobs.length === 0) return found;
  const { reading, meter } = tables;
  const rows = await database
    .select({ job: reading.jobId, at: reading.at, value: reading.value })
    .from(reading)
    .innerJoin(meter, eq(meter.id, reading.meterId))
    .where(
      and(
        eq(reading.workshopId, workshop),
        inArray(reading.jobId, [...jobs]),
        eq(meter.kind, 'oxygen'),
        eq(reading.place, 'vent'),
      ),
    )
    .orderBy(asc(reading.at));
  for (const { job, at, value } of rows)
    if (job !== null) found.set(job, [...(found.get(job) ?? []), { at: momentOf(at), value }]);
  return found;
}

/**
 * What the workshop's own work has taught: from jobs that are not withdrawn, and what stands in their logs.
 * @param except a job whose own evidence is weighed elsewhere
 */
export async function readLearnt(context: RequestContext, except?: string, signal?: AbortSignal): Promise<Learnt> {
  const [ids, workshop] = await Promise.all([teachingJobs(context, except), readWorkshop(context)]);
  const choices = choicesOf(workshop);
  const [jobs, families, tests] = await Promise.all([
    readJobDetails(context, ids).then((all) =>
      [...all].sort((one, other) => (one.updatedAt > other.updatedAt ? -1 : 1)),
    ),
    learntFamilies(context, choices, except),
    learntTestsOf(context, choices, except),
  ]);
  const purged = jobs.filter(({ purge }) => purge.clock !== null);
  const [dilutions, readings] = await Promise.all([
    learntDilutions(context, jobs, choices, signal),
    gasReadings(
      context,
      purged.map(({ id }) => id),
    ),
  ]);
  return {
    dilutions: dilutions.learnt,
    families: families.learnt,
    tests: tests.learnt,
    leftOut: dilutions.leftOut + families.leftOut + tests.leftOut,
    purges: learntPurges(
      purged,
      (job) => readings.get(job) ?? [],
      (job) => job.purge.targetPpm ?? targetFor(profileOfJob(job, workshop).tint),
      choices,
    ),
    minutes: learntMinutes(jobs, choices),
    ...countedOutcomes(jobs),
  };
}
