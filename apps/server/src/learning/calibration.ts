import type { Calibration, JobDetail } from '@variatum/contracts';
import { activeJoints, decisionOf, findingsOf, recorded, weldLogOf, type PieceEvidence } from '@variatum/job';
import { CRACK_MECHANISMS } from '@variatum/metallurgy';
import { and, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import { tables } from '../database';
import type { RequestContext } from '../http/context';
import { readJobDetails } from '../jobs/store';
import type { Scope } from '../store';
import { confirmedIn } from './confirmed';
import { failureMechanisms } from './mechanisms';

/** Jobs and pieces looked back at, the last ones. */
const MOST_JOBS = 100;
const MOST_PIECES = 120;

/** What a decision foretold of the rod that was taken. */
interface Foretold {
  readonly ferrite: { readonly median: number; readonly range90: [number, number] } | null;
  /** Of each mechanism that would show as a crack. */
  readonly cracks: readonly number[] | null;
}

/** What decisions foretold: read where they are kept, since a whole one weighs hundreds of kilobytes. */
async function foretoldBy(
  { database, workshop }: Scope,
  decisions: readonly string[],
): Promise<ReadonlyMap<string, Foretold>> {
  if (decisions.length === 0) return new Map();
  const { decision } = tables;
  const ranked = sql`(select r from jsonb_array_elements(${decision.result} -> 'ranking') r
    where r ->> 'rod' is not distinct from ${decision.rod} limit 1)`;
  const rows = await database
    .select({
      id: decision.id,
      ferrite: sql<
        Foretold['ferrite']
      >`case when ${ranked} ->> 'governing' = 'none' then null else ${ranked} -> 'ferriteNumber' end`,
      cracks: sql<
        number[] | null
      >`(select json_agg((k ->> 'probability')::float) from jsonb_array_elements(${ranked} -> 'risks') k
        where k ->> 'mechanism' in (${sql.join(
          CRACK_MECHANISMS.map((one) => sql`${one}`),
          sql`, `,
        )}))`,
    })
    .from(decision)
    .where(and(eq(decision.workshopId, workshop), inArray(decision.id, [...decisions])));
  return new Map(rows.map(({ id, ferrite, cracks }) => [id, { ferrite, cracks }]));
}

/** Whether a joint cracked: at the torch, or in use since. */
function cracked(job: JobDetail, joint: string): boolean {
  const torch = weldLogOf(job, joint).some(({ entry }) => entry.kind === 'crack');
  return (
    torch ||
    recorded(job, 'seen').some(
      ({ jointId, entry }) => entry.outcome === 'cracked' && (jointId === null || jointId === joint),
    )
  );
}

/** Pieces whose grade is settled by now, with the tests that were done on them. */
async function confirmedPieces(
  scope: Scope,
): Promise<readonly { readonly grade: string; readonly evidence: PieceEvidence }[]> {
  const { piece, job, fieldTest } = tables;
  const { database } = scope;
  const pieces = await database
    .select({ piece })
    .from(piece)
    .innerJoin(job, eq(job.id, piece.jobId))
    .where(
      and(
        confirmedIn(scope, undefined),
        sql`exists (select 1 from field_test t where t.piece_id = ${piece.id} and t.struck_out_at is null)`,
      ),
    )
    .orderBy(desc(piece.createdAt))
    .limit(MOST_PIECES);
  if (pieces.length === 0) return [];
  const tests = await database
    .select({ pieceId: fieldTest.pieceId, entry: fieldTest.entry })
    .from(fieldTest)
    .where(
      and(
        inArray(
          fieldTest.pieceId,
          pieces.map(({ piece: { id } }) => id),
        ),
        isNull(fieldTest.struckOutAt),
      ),
    );
  return pieces.flatMap(({ piece: { id, kind, itemFamily, form, coating, condition, grade } }) => {
    const own = tests.filter(({ pieceId }) => pieceId === id).map(({ entry }) => ({ entry, struckOutAt: null }));
    // As it was before anybody knew.
    return grade === null
      ? []
      : [{ grade, evidence: { kind, itemFamily, form, coating, condition, grade: null, weldMetal: null, tests: own } }];
  });
}

/** What was predicted against what was found, over the workshop's jobs that stand. */
export async function readCalibration(context: RequestContext, signal?: AbortSignal): Promise<Calibration> {
  const { job } = tables;
  const told = sql`array(select d.job_id from decision d where d.workshop_id = ${context.workshop})`;
  const rows = await context.database
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.workshopId, context.workshop), isNull(job.withdrawnAt), sql`${job.id} = any(${told})`))
    .orderBy(desc(job.updatedAt))
    .limit(MOST_JOBS);
  const jobs = await readJobDetails(
    context,
    rows.map(({ id }) => id),
  );
  const joints = jobs.flatMap((one) => {
    const all = activeJoints(one);
    return all.flatMap((joint) => {
      const decision = decisionOf(all, one.decisions, joint);
      const found = findingsOf(one, joint.id).flatMap(({ line, value }) =>
        line === 'ferrite' && value !== null ? [value] : [],
      );
      const welded =
        weldLogOf(one, joint.id).some(({ entry }) => entry.kind === 'start') || recorded(one, 'seen').length > 0;
      return decision && (welded || found.length > 0)
        ? [{ job: one, joint, decision: decision.id, found, welded }]
        : [];
    });
  });
  const foretold = await foretoldBy(context, [...new Set(joints.map(({ decision }) => decision))]);
  const points = joints.flatMap(({ job: { id, title }, decision, found }) => {
    const ferrite = foretold.get(decision)?.ferrite;
    return ferrite
      ? found.map((value) => ({
          job: id,
          title,
          low: ferrite.range90[0],
          median: ferrite.median,
          high: ferrite.range90[1],
          found: value,
        }))
      : [];
  });
  const risked = joints.flatMap(({ job: one, joint, decision, welded }) => {
    const chances = foretold.get(decision)?.cracks ?? null;
    if (!welded || chances === null) return [];
    return [{ expected: 1 - chances.reduce((none, chance) => none * (1 - chance), 1), found: cracked(one, joint.id) }];
  });
  const pieces = await confirmedPieces(context);
  const mechanisms = await failureMechanisms(context, jobs, signal);
  const chances = await context.compute.chanceOfGrades(pieces, context.workshop, signal);
  return {
    ferrite: {
      count: points.length,
      inside: points.filter(({ low, high, found }) => found >= low && found <= high).length,
      off: points.length === 0 ? 0 : points.reduce((sum, { found, median }) => sum + found - median, 0) / points.length,
      points,
    },
    identity: {
      count: chances.length,
      right: chances.filter(({ place }) => place === 0).length,
      inside: chances.filter(({ before }) => before < 0.9).length,
      chance: chances.length === 0 ? 0 : chances.reduce((sum, { chance }) => sum + chance, 0) / chances.length,
    },
    cracks: {
      count: risked.length,
      expected: risked.reduce((sum, { expected }) => sum + expected, 0),
      found: risked.filter(({ found }) => found).length,
    },
    mechanisms,
  };
}
