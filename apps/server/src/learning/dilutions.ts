import type { JobDetail, Learnt, LearntDilution } from '@variatum/contracts';
import { activeJoints, leaderOf, piecesOfJoint, recorded, rodAt, weldLogOf } from '@variatum/job';
import {
  dilutionKind,
  JOINTS,
  type LearnDilutionQuestion,
  type LearntDilution as LearntSpread,
  type MeasuredBead,
  type Technique,
} from '@variatum/metallurgy';
import type { RequestContext } from '../http/context';
import type { Choices } from './choices';

/** Beads a welder must have laid before their own dilution is told from the workshop's. */
const LEAST_OF_WELDER = 5;

/** A bead of a joint whose metals are known, with the kind of bead it is. */
interface KindOfBead {
  readonly kind: string;
  readonly technique: Technique;
  readonly type: LearnDilutionQuestion['type'];
  readonly job: string;
  /** Who laid it, as far as the log tells. */
  readonly who: string | null;
  readonly at: string;
  readonly bead: MeasuredBead;
}

/** Who struck the last arc at a joint by some moment; whoever measured is not always whoever welded. */
function welderBy(job: JobDetail, joint: string, at: string): string | null {
  const struck = job.weld.filter(
    (one) => one.jointId === joint && one.struckOutAt === null && one.entry.kind === 'start' && one.at <= at,
  );
  return struck.at(-1)?.madeBy ?? null;
}

/**
 * Beads of a job whose ferrite was measured, at joints whose metals are all taken as known. What was struck out is not
 * among them.
 */
function measuredBeads(job: JobDetail): readonly KindOfBead[] {
  const joints = activeJoints(job);
  const findings = recorded(job, 'finding').filter(({ entry }) => entry.line === 'ferrite');
  return joints.flatMap((joint): KindOfBead[] => {
    const leader = leaderOf(joints, joint);
    const { type, process, shares } = leader.joint;
    const technique = leader.joint.technique ?? (JOINTS.types[type].technique as Technique);
    const parents = piecesOfJoint(job, leader).map(({ grade, weldMetal }) =>
      weldMetal === null ? grade !== null && { grade } : { weldMetal },
    );
    const known = parents.filter((parent) => parent !== false);
    if (technique === 'fused' || known.length < parents.length || known.length === 0) return [];
    if (process !== undefined && process !== 'gtaw') return [];
    const shown = [
      ...weldLogOf(job, joint.id).flatMap(({ atMs, entry }) =>
        entry.kind === 'ferrite' ? [{ rod: entry.rod, fn: entry.fn, at: new Date(atMs).toISOString() }] : [],
      ),
      ...findings.flatMap(({ jointId, at, entry }) =>
        jointId === joint.id && entry.value !== null
          ? [{ rod: rodAt(job, joint, at) ?? null, fn: entry.value, at }]
          : [],
      ),
    ];
    return shown.flatMap(({ rod, fn, at }) => {
      if (rod === null) return [];
      const bead = { parents: known, rod, measuredFn: fn, ...(shares?.length === known.length ? { shares } : {}) };
      return [
        {
          kind: dilutionKind(technique, type),
          technique,
          type,
          job: job.id,
          who: welderBy(job, joint.id, at),
          at,
          bead,
        },
      ];
    });
  });
}

const grouped = <One, Key>(all: readonly One[], keyOf: (one: One) => Key): Map<Key, One[]> => {
  const groups = new Map<Key, One[]>();
  for (const one of all) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one]);
  return groups;
};

const questionOf = (beads: readonly KindOfBead[]): LearnDilutionQuestion => ({
  technique: beads[0]!.technique,
  type: beads[0]!.type,
  measured: beads.map(({ bead }) => bead),
});
const spreadOf = ({
  dilution: {
    median,
    range90: [low, high],
  },
}: LearntSpread): LearntDilution['dilution'] => ({ median, range90: [low, high] });

/** What was learnt, and how many things that were logged could not be learnt from. */
export interface LearntSome<Part> {
  readonly learnt: Part;
  readonly leftOut: number;
}

/** Dilution of each kind of bead, of the workshop and of each welder who laid enough of them. */
export async function learntDilutions(
  context: RequestContext,
  jobs: readonly JobDetail[],
  { off, counts }: Choices,
  signal?: AbortSignal,
): Promise<LearntSome<Learnt['dilutions']>> {
  const counted = jobs.flatMap(measuredBeads).filter(({ kind, at }) => counts(kind, at));
  const kinds = [...grouped(counted, ({ kind }) => kind)];
  const welders = kinds.map(([, beads]) =>
    [...grouped(beads, ({ who }) => who)].flatMap(([who, own]) =>
      who !== null && own.length >= LEAST_OF_WELDER ? [{ who, own }] : [],
    ),
  );
  const ofWelders = welders.flat().map(({ own }) => questionOf(own));
  const questions = [...kinds.map(([, beads]) => questionOf(beads)), ...ofWelders];
  if (questions.length === 0) return { learnt: [], leftOut: 0 };
  const answers = await context.compute.learnDilutions(questions, context.workshop, signal);
  let next = kinds.length;
  const learnt = kinds.flatMap(([kind, beads], at): Learnt['dilutions'] => {
    const ofKind = welders[at]!.flatMap(({ who }) => {
      const own = answers[next++]!.learnt;
      return own ? [{ person: who, count: own.count, dilution: spreadOf(own), next: own.next }] : [];
    });
    const whole = answers[at]!.learnt;
    if (!whole) return [];
    return [
      {
        key: kind,
        off: off(kind),
        kind,
        count: whole.count,
        jobs: new Set(beads.map(({ job }) => job)).size,
        prior: whole.prior,
        next: whole.next,
        dilution: spreadOf(whole),
        welders: ofKind,
        asker: context.person,
      },
    ];
  });
  return { learnt, leftOut: answers.slice(0, kinds.length).reduce((sum, { leftOut }) => sum + leftOut, 0) };
}
