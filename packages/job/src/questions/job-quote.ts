import type { JobDetail, JointRecord, Learnt, Piece, Workshop } from '@variatum/contracts';
import { NO_RATES, passLog, type QuotedJoint, type QuoteQuestion } from '@variatum/metallurgy';
import { learntPace } from '../learning';
import {
  activeJoints,
  activePieces,
  assemblyOf,
  decisionOf,
  laidPart,
  plannedMinutes,
  spentMinutes,
  weldLogOf,
  type LaidPart,
} from '../records';
import { backedJoints, backSpaces, type BackSpace } from './back-spaces';
import { profileOfJob } from './inspection';
import { depositedJoint } from './joint-deposit';
import { likelyMetals, type LikelyMetal } from './likely-metal';
import { jointPasses } from './joint-pass-count';
import { keptOrder, seamOf, travelOf } from './seam-order';

/** A job as it is priced, and the joints whose length is not known and that are left out. */
export interface JobQuote {
  /** null: no joint has a length. */
  readonly question: QuoteQuestion | null;
  /** The same with minutes and arcs as they were logged in place of what was planned; null: nothing was. */
  readonly asLogged: QuoteQuestion | null;
  /** Ids of joints. */
  readonly leftOut: readonly string[];
}

/** Gas behind a joint: its room is filled once, whatever many joints have their back in it, and held at each. */
function purgeOf({ space, isGas }: BackSpace, joint: string): QuotedJoint['purge'] {
  if (!isGas || space.volumeL === null) return undefined;
  const isFirst = space.joints[0] === joint;
  const minutes = space.waitMinutes?.median ?? 0;
  return isFirst
    ? { litres: space.gasL ?? minutes * space.fillLpm, minutes, holdLpm: space.weldLpm }
    : { litres: 0, minutes: 0, holdLpm: space.weldLpm };
}

/** Minutes the arcs of a joint burnt, where all that were struck were put out again. */
function arcOf(job: JobDetail, joint: string): Pick<QuotedJoint, 'arcMinutes'> {
  const { beads, arcSeconds } = passLog(weldLogOf(job, joint));
  const all = beads.length > 0 && beads.every(({ seconds }) => seconds !== null);
  return all ? { arcMinutes: arcSeconds / 60 } : {};
}

/** Passes and travel of a joint, as its order has them. */
function runOf(
  joint: JointRecord,
  leader: JointRecord,
  pieces: readonly Piece[],
  rod: string | null | undefined,
  part: LaidPart,
  metals: ReadonlyMap<string, LikelyMetal>,
): Pick<QuotedJoint, 'passes' | 'travelMmPerS'> {
  const seam = seamOf(part, joint.id, metals);
  const kept = keptOrder(leader.seamOrder);
  if (!seam) return {};
  const { count, travelMmPerS } = jointPasses({ kept, seam, leader, pieces, rod });
  return { passes: count, travelMmPerS: travelOf(kept, travelMmPerS) };
}

/** Rod of a joint that is not decided on yet, as far as it is reckoned; null: none is fed. */
export type UndecidedRod = (leader: JointRecord) => string | null | undefined;

/** What the price of a job is asked beside its record. */
export interface QuoteFacts {
  readonly workshop?: Partial<Pick<Workshop, 'rates' | 'acceptanceProfiles'>> | null | undefined;
  /** What the workshop's other jobs have taught. */
  readonly learnt?: Pick<Learnt, 'minutes' | 'purges'> | null | undefined;
  /** Rods of joints nobody has decided on. */
  readonly undecided?: UndecidedRod | undefined;
  /** Minutes the metal of a joint is waited for between its runs, as far as they are reckoned. */
  readonly waits?: ReadonlyMap<string, number> | undefined;
  /** Rooms behind its joints where they are known already; an empty list: gas is left out. */
  readonly spaces?: readonly BackSpace[] | undefined;
}

/** What the price of a job is asked, from the job as it stands. */
export function quoteOfJob(
  job: JobDetail,
  { workshop, learnt, undecided, waits, spaces: given }: QuoteFacts = {},
): JobQuote {
  const [pieces, joints] = [activePieces(job), activeJoints(job)];
  const part = laidPart(assemblyOf(pieces, joints));
  const backed = backedJoints(job, joints);
  const profile = profileOfJob(job, workshop);
  const spaces = given ?? backSpaces({ joints: backed, part, plan: job.purge, profile, learnt });
  // Lengths and walls are those of any metal.
  const metals = likelyMetals(pieces, {});
  const leftOut: string[] = [];
  const burnt: Pick<QuotedJoint, 'arcMinutes'>[] = [];
  const quoted = backed.flatMap(({ joint, leader, pieces: meeting }): QuotedJoint[] => {
    const lengthMm = part.figures.get(joint.id)?.seamMm.value ?? null;
    if (lengthMm === null || lengthMm < 1) {
      leftOut.push(joint.id);
      return [];
    }
    const decision = decisionOf(joints, job.decisions, joint);
    const rod = decision ? decision.rod : undecided?.(leader);
    const behind = spaces.find(({ space }) => space.joints.includes(joint.id));
    const purge = behind && purgeOf(behind, joint.id);
    burnt.push(arcOf(job, joint.id));
    const waitMinutes = waits?.get(joint.id) ?? 0;
    return [
      {
        ...depositedJoint(leader, meeting, rod),
        lengthMm,
        ...runOf(joint, leader, meeting, rod, part, metals),
        ...(purge ? { purge } : {}),
        ...(waitMinutes > 0 ? { waitMinutes } : {}),
      },
    ];
  });
  const rates = { ...NO_RATES, ...workshop?.rates };
  const pace = Object.fromEntries(learntPace(learnt).map(({ kind, factor }) => [kind, factor]));
  if (quoted.length === 0) return { question: null, asLogged: null, leftOut };
  const question: QuoteQuestion = {
    joints: quoted,
    pieces: Math.max(1, pieces.length),
    rates,
    stages: plannedMinutes(job),
    ...(Object.keys(pace).length > 0 ? { pace } : {}),
  };
  const spent = spentMinutes(job);
  const known = Object.fromEntries(Object.entries(spent).map(([stage, { minutes }]) => [stage, minutes]));
  const asLogged =
    Object.keys(spent).length === 0
      ? null
      : {
          ...question,
          joints: quoted.map((joint, index) => ({ ...joint, ...burnt[index] })),
          // From arc to arc the log holds the waits as well.
          stages: { ...question.stages, ...(spent.weld?.from === 'log' ? { cool: 0 } : {}), ...known },
        };
  return { question, asLogged, leftOut };
}
