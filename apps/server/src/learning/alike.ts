import type { AlikeJob, AlikeQuery, JobDetail } from '@variatum/contracts';
import { activeJoints, decisionOf, findingsOf, leaderOf, lastSeen } from '@variatum/job';
import { and, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import { tables } from '../database';
import { readJobDetails } from '../jobs/store';
import type { Scope } from '../store';

/** Jobs looked through, the last changed ones, and answered at most. */
const MOST_LOOKED_AT = 2000;
const MOST_ANSWERED = 12;
/** What counts how much: the same metals say most about a rod. */
const WEIGHTS = { metals: 3, joint: 2, service: 1 } as const;

interface Traits {
  readonly families: readonly string[];
  readonly types: readonly string[];
  readonly environment: string | null;
}

/** What a job has in common with what is asked, and how much that is of all that was asked, 0 to 1. */
function likeness(
  { families, types, environment }: Traits,
  { metals, joint, service }: AlikeQuery,
): { readonly by: AlikeJob['by']; readonly share: number } {
  const wanted = new Set((metals ?? '').split(',').filter(Boolean));
  const common = families.filter((family) => wanted.has(family)).length;
  const all = new Set([...wanted, ...families]).size;
  const shares = {
    metals: wanted.size === 0 ? null : common / Math.max(1, all),
    joint: joint === undefined ? null : types.includes(joint) ? 1 : 0,
    service: service === undefined ? null : environment === service ? 1 : 0,
  };
  const asked = (Object.keys(shares) as (keyof typeof shares)[]).filter((one) => shares[one] !== null);
  const most = asked.reduce((sum, one) => sum + WEIGHTS[one], 0);
  const own = asked.reduce((sum, one) => sum + WEIGHTS[one] * (shares[one] ?? 0), 0);
  return { by: asked.filter((one) => (shares[one] ?? 0) > 0), share: most === 0 ? 0 : own / most };
}

function briefOf(job: JobDetail, by: AlikeJob['by']): AlikeJob {
  const joints = activeJoints(job);
  return {
    id: job.id,
    title: job.title,
    createdAt: job.createdAt,
    by,
    joints: joints.map((joint) => {
      const decision = decisionOf(joints, job.decisions, joint);
      return {
        type: leaderOf(joints, joint).joint.type,
        rod: decision?.rod ?? null,
        decided: decision !== undefined,
        outcome: lastSeen(job, joint.id)?.entry.outcome ?? null,
        ferrite: findingsOf(job, joint.id).flatMap(({ line, value }) =>
          line === 'ferrite' && value !== null ? [Math.round(value * 10) / 10] : [],
        ),
      };
    }),
  };
}

/** Past jobs like one, the likest first; nothing where nothing is asked. */
export async function alikeJobs(scope: Scope, asked: AlikeQuery): Promise<AlikeJob[]> {
  const { job } = tables;
  const own = sql.raw('"job"."id"');
  const rows = await scope.database
    .select({
      id: job.id,
      environment: sql<string | null>`${job.service} ->> 'environment'`,
      families: sql<
        string[]
      >`(select coalesce(json_agg(distinct p.likely_family), '[]') from piece p where p.job_id = ${own}
        and p.withdrawn_at is null and p.likely_family is not null)`,
      types: sql<
        string[]
      >`(select coalesce(json_agg(distinct j.joint ->> 'type'), '[]') from joint j where j.job_id = ${own}
        and j.withdrawn_at is null)`,
    })
    .from(job)
    .where(
      and(
        eq(job.workshopId, scope.workshop),
        isNull(job.withdrawnAt),
        asked.except === undefined ? undefined : ne(job.id, asked.except),
      ),
    )
    .orderBy(desc(job.updatedAt))
    .limit(MOST_LOOKED_AT);
  const found = rows
    .map((row) => ({ id: row.id, ...likeness(row, asked) }))
    .filter(({ share }) => share >= 0.5)
    .sort((one, other) => other.share - one.share)
    .slice(0, MOST_ANSWERED);
  const jobs = new Map(
    (
      await readJobDetails(
        scope,
        found.map(({ id }) => id),
      )
    ).map((one) => [one.id, one]),
  );
  return found.flatMap(({ id, by }) => {
    const one = jobs.get(id);
    return one ? [briefOf(one, by)] : [];
  });
}
