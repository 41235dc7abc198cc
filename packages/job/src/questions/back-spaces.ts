import type { JobDetail, JointRecord, Learnt, Piece, PlanCode, PlannedSpace, PurgePlan } from '@variatum/contracts';
import {
  findGrade,
  flowAtTurn,
  innerSpaces,
  isCastIron,
  isStainless,
  likelyMeltsThrough,
  roomToPurge,
  vent,
  type AcceptanceProfile,
  type BackShielding,
  type InnerSpace,
  type MaterialFamily,
  type PurgeAnswer,
} from '@variatum/metallurgy';
import { learntOfPurge } from '../learning';
import { leaderOf, piecesOfJoint, type LaidPart } from '../records';
import {
  fillFlowOf,
  hasHydrogen,
  heldFlow,
  joinedLine,
  purgeAnswer,
  purgeQuestion,
  takeablePurge,
  thinnestWallMm,
  usualTargetPpm,
  ventHoles,
  ventQuestion,
} from './back-purge';

/** A joint whose back may lie in a room. */
export interface BackedJoint {
  readonly joint: JointRecord;
  /** The joint whose description holds for it. */
  readonly leader: JointRecord;
  readonly pieces: readonly Piece[];
}

/** What rooms behind the joints of a job are planned from. */
export interface BackFacts {
  readonly joints: readonly BackedJoint[];
  readonly part: LaidPart;
  readonly plan: PurgePlan;
  readonly profile: Pick<AcceptanceProfile, 'tint'>;
  readonly learnt: Pick<Learnt, 'purges'> | null | undefined;
}

/** Ways by which gas stands behind a root. */
const GAS_WAYS: readonly PlannedSpace['way'][] = ['purge', 'dam', 'gas-box'];

/** A room behind joints as it is planned, and what of it is open. */
export interface BackSpace {
  readonly space: PlannedSpace;
  readonly isGas: boolean;
  readonly open: readonly PlanCode[];
}

/** Joints with what holds for them and those alike to them. */
export const backedJoints = (job: Pick<JobDetail, 'pieces'>, joints: readonly JointRecord[]): readonly BackedJoint[] =>
  joints.map((joint) => {
    const leader = leaderOf(joints, joint);
    return { joint, leader, pieces: piecesOfJoint(job, leader) };
  });

/** Whether the root of a joint more likely melts through than not. */
const meltsThrough = ({ leader, pieces }: BackedJoint): boolean =>
  likelyMeltsThrough(leader.joint.type, thinnestWallMm(pieces));

/** Families besides stainless steel whose roots air spoils. */
const BARE_BACKS: readonly MaterialFamily[] = ['nickel', 'titanium'];

/** Whether the back of a joint has anything to lose by air: a stainless side, and no iron that keeps nothing anyway. */
function mindsAir({ pieces }: BackedJoint): boolean {
  const families = pieces.map(({ grade, likelyFamily }) => {
    const known = grade === null ? undefined : findGrade(grade)?.family;
    // What the server reckons of a piece is a family of the core's.
    return known ?? (likelyFamily as MaterialFamily | null);
  });
  if (families.some((family) => family !== null && isCastIron(family))) return false;
  const spoils = (family: MaterialFamily | null): boolean =>
    family === null || isStainless(family) || BARE_BACKS.includes(family);
  return families.length === 0 || families.some(spoils);
}

/** What keeps air from the backs of joints in one room: what somebody said, else gas where a root melts through. */
function wayBehind(joints: readonly BackedJoint[]): { readonly way: PlannedSpace['way']; readonly isSaid: boolean } {
  const said = joints.flatMap(({ leader }): BackShielding[] =>
    leader.joint.backShielding === undefined ? [] : [leader.joint.backShielding],
  );
  const [first] = said;
  if (first !== undefined) return { way: said.find((way) => GAS_WAYS.includes(way)) ?? first, isSaid: true };
  return { way: joints.some((one) => meltsThrough(one) && mindsAir(one)) ? 'purge' : 'not needed', isSaid: false };
}

/**
 * Whether gas stands behind joints.
 * @param joints those of one room, or one that has none behind it: there is gas behind that only where somebody says so
 */
export function isGasBehind(joints: readonly BackedJoint[], hasRoom: boolean): boolean {
  const { way, isSaid } = wayBehind(joints);
  return GAS_WAYS.includes(way) && (hasRoom || isSaid);
}

/** How long it takes: as it was predicted when gas was turned on, else as it is reckoned now. */
function waitOf({ minutes }: PurgeAnswer, { clock }: Pick<PurgePlan, 'clock'>): PlannedSpace['waitMinutes'] {
  if (clock) {
    const [low, median, high] = clock.minutes;
    return { low, median, high };
  }
  return minutes && { low: minutes.range90[0], median: minutes.median, high: minutes.range90[1] };
}

function backSpace(room: InnerSpace, joints: readonly BackedJoint[], facts: BackFacts): BackSpace {
  const { part, profile, learnt, plan } = facts;
  const { way, isSaid } = wayBehind(joints);
  const isGas = GAS_WAYS.includes(way);
  const pieces = joints.flatMap((one) => one.pieces);
  const purged = roomToPurge(part.assembly, room, plan.volumeL);
  const fillLpm = fillFlowOf(plan, purged.boreMm);
  const weldLpm = heldFlow(fillLpm);
  const hydrogen = joints.some(({ leader }) => hasHydrogen(leader.joint));
  const targetPpm = plan.targetPpm ?? usualTargetPpm(profile, hydrogen);
  const pace = learntOfPurge(plan.seal, learnt)?.factor;
  const question = purged.space && purgeQuestion(purged.space, { plan, flowLpm: fillLpm, targetPpm, pace });
  const answer = isGas ? purgeAnswer(question) : null;
  const wallMm = thinnestWallMm(pieces);
  const holesMm = ventHoles(room, plan, () => vent(ventQuestion(weldLpm, [], wallMm, pieces)));
  const records = joints.map(({ joint }) => joint);
  const turns = joinedLine(part, room, records, { wallMm, flowLpm: weldLpm, holesMm });
  const line = turns.map(({ id }) => id);
  const order = [...line, ...records.map(({ id }) => id).filter((id) => !line.includes(id))];
  const id = `space ${[...order].sort().join(' ')}`;
  const wanting = purged.missing.map(({ piece, size }): PlanCode => ({ code: 'wants-size', piece, size }));
  return {
    isGas,
    space: {
      id,
      joints: order,
      way,
      isSaid,
      volumeL: answer?.volumeL ?? purged.space?.volumeL ?? null,
      fillLpm,
      weldLpm,
      turns: isGas ? turns.map((turn) => ({ joint: turn.id, lpm: flowAtTurn(turn) })) : [],
      waitMinutes: answer && waitOf(answer, plan),
      targetPpm,
      gasL: answer?.gasL ?? null,
    },
    open: isGas ? wanting : [],
  };
}

/** Rooms behind the joints of a job, each once, with what stands in them. */
export function backSpaces(asked: BackFacts): readonly BackSpace[] {
  const facts = { ...asked, plan: takeablePurge(asked.plan) };
  const { dams } = facts.plan;
  const rooms = dams.length === 0 ? facts.part.spaces : innerSpaces(facts.part.assembly, dams);
  return rooms.flatMap((room) => {
    const joints = facts.joints.filter(({ joint }) => room.joints.includes(joint.id));
    return joints.length > 0 ? [backSpace(room, joints, facts)] : [];
  });
}
