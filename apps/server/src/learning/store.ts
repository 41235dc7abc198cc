import {
  activeJoints,
  leaderOf,
  piecesOfJoint,
  recorded,
  rodAt,
  weldLogOf,
  type JobDetail,
  type Learnt,
  type Workshop,
} from '@variatum/contracts';
import {
  dilutionKind,
  JOINTS,
  learnShare,
  passLog,
  type LearnDilutionQuestion,
  type MeasuredBead,
  type Technique,
} from '@variatum/metallurgy';
import { and, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { readJobDetails } from '../jobs/store';
import type { Scope } from '../store';
import { readWorkshop } from '../workshop/store';

/** Jobs looked back at, the last changed ones; more say little new and cost time. */
const MOST_JOBS = 200;

/** Jobs of the workshop in whose log or record something stands that teaches. */
async function teachingJobs({ database, workshop }: Scope, except: string | undefined): Promise<readonly string[]> {
  const { job } = tables;
  const taught = sql`array(select w.job_id from weld_entry w where w.workshop_id = ${workshop} and w.struck_out_at is null and w.entry ->> 'kind' = 'ferrite'
    union select r.job_id from job_record r where r.workshop_id = ${workshop} and r.struck_out_at is null and (r.entry ->> 'kind' = 'seen' or r.entry ->> 'line' = 'ferrite'))`;
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

/** A bead of a joint whose metals are known, with the kind of bead it is. */
interface KindOfBead {
  readonly kind: string;
  readonly technique: Technique;
  readonly type: LearnDilutionQuestion['type'];
  readonly bead: MeasuredBead;
}

/** Beads of a job whose ferrite was measured, at joints whose metals are all taken as known. What was struck out is not among them. */
function measuredBeads(job: JobDetail): readonly KindOfBead[] {
  const joints = activeJoints(job);
  const findings = recorded(job, 'finding').filter(({ entry }) => entry.line === 'ferrite');
  return joints.flatMap((joint): KindOfBead[] => {
    const leader = leaderOf(joints, joint);
    const { type, process, shares } = leader.joint;
    const technique = leader.joint.technique ?? (JOINTS.types[type].technique as Technique);
    const parents = piecesOfJoint(job, leader).map(({ grade, weldMetal }) => (weldMetal === null ? grade !== null && { grade } : { weldMetal })); // prettier-ignore
    const known = parents.filter((parent) => parent !== false);
    if (technique === 'fused' || known.length < parents.length || known.length === 0) return [];
    if (process !== undefined && process !== 'gtaw') return [];
    const shown = [
      ...passLog(weldLogOf(job, joint.id)).shown.flatMap((bead) => (bead.saw === 'ferrite' ? [{ rod: bead.rod, fn: bead.fn }] : [])), // prettier-ignore
      ...findings.flatMap(({ jointId, at, entry }) => (jointId === joint.id && entry.value !== null ? [{ rod: rodAt(job, joint, at) ?? null, fn: entry.value }] : [])), // prettier-ignore
    ];
    return shown.flatMap(
      ({ rod, fn }) =>
      rod === null
        ? []
        : [{ kind: dilutionKind(technique, type), technique, type, bead: { parents: known, rod, measuredFn: fn, ...(shares?.length === known.length ? { shares } : {}) } }], // prettier-ignore
    );
  });
}

/** How joints of a job did when they were last seen, with the rod decided for each. */
function outcomesOf(job: JobDetail): readonly { readonly rod: string | null; readonly held: boolean }[] {
  const joints = activeJoints(job);
  const seen = recorded(job, 'seen');
  return joints.flatMap((joint) => {
    const last = seen.filter(({ jointId }) => jointId === null || jointId === joint.id).at(-1);
    const rod = last && rodAt(job, joint, last.at);
    return last && rod !== undefined ? [{ rod, held: last.entry.outcome === 'held' }] : [];
  });
}

function countedOutcomes(jobs: readonly JobDetail[]): Learnt['outcomes'] {
  const counts = new Map<string | null, [held: number, failed: number]>();
  for (const { rod, held } of jobs.flatMap(outcomesOf)) {
    const [yes, no] = counts.get(rod) ?? [0, 0];
    counts.set(rod, held ? [yes + 1, no] : [yes, no + 1]);
  }
  return [...counts]
    .map(([rod, [held, failed]]) => {
      const { mean, range90: [low, high] } = learnShare([1, 1], [held, failed]); // prettier-ignore
      return { rod, held, failed, mean, range90: [low, high] as [number, number] };
    })
    .sort((one, other) => other.held + other.failed - one.held - one.failed);
}

/**
 * What the workshop's own work has taught: from jobs that are not withdrawn, and what stands in their logs.
 * @param except a job whose own evidence is weighed elsewhere
 */
export async function readLearnt(context: RequestContext, except?: string, signal?: AbortSignal): Promise<Learnt> {
  const [ids, workshop] = await Promise.all([teachingJobs(context, except), readWorkshop(context)]);
  if (ids.length === 0) return { dilutions: [], outcomes: [] };
  const jobs = await readJobDetails(context, ids);
  return { dilutions: await dilutionsOf(context, jobs, workshop, signal), outcomes: countedOutcomes(jobs) };
}

async function dilutionsOf(context: RequestContext, jobs: readonly JobDetail[], { learntOff }: Workshop, signal?: AbortSignal): Promise<Learnt['dilutions']> {
  const kinds = new Map<string, (KindOfBead & { readonly job: string })[]>();
  for (const job of jobs)
    for (const one of measuredBeads(job)) kinds.set(one.kind, [...(kinds.get(one.kind) ?? []), { ...one, job: job.id }]);
  const groups = [...kinds.values()];
  if (groups.length === 0) return [];
  const questions = groups.map((beads): LearnDilutionQuestion => {
    const { technique, type } = beads[0]!;
    return { technique, type, measured: beads.map(({ bead }) => bead) };
  });
  const learnt = await context.compute.learnDilutions(questions, context.workshop, signal);
  return learnt.map(({ prior, next, dilution, count }, at) => {
    const beads = groups[at]!;
    const { kind } = beads[0]!;
    const [low, high] = dilution.range90;
    return { kind, count, jobs: new Set(beads.map(({ job }) => job)).size, prior, next, dilution: { median: dilution.median, range90: [low, high] as [number, number] }, off: learntOff.includes(kind) };
  });
} // prettier-ignore
