import { NO_PURGE, type PlanCode, type PlannedSpace, type PurgePlan } from '@variatum/contracts';
import {
  innerSpaces,
  likelyMeltsThrough,
  roomToPurge,
  type BackShielding,
  type InnerSpace,
  type PurgeAnswer,
} from '@variatum/metallurgy';
import { learntOfPurge } from '../learning';
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
} from '../questions';
import type { JobFacts, JointFacts } from './job-facts';

/** Ways by which gas stands behind a root. */
const GAS_WAYS: readonly PlannedSpace['way'][] = ['purge', 'dam', 'gas-box'];

/** A room behind joints as it is planned, and what of it is open. */
export interface SpacePlan {
  readonly space: PlannedSpace;
  readonly isGas: boolean;
  readonly open: readonly PlanCode[];
}

/** Whether the root of a joint more likely melts through than not. */
const meltsThrough = ({ leader, pieces }: JointFacts): boolean =>
  likelyMeltsThrough(leader.joint.type, thinnestWallMm(pieces));

/** What keeps air from the backs of joints in one room: what somebody said, else gas where a root melts through. */
function wayOf(joints: readonly JointFacts[]): { readonly way: PlannedSpace['way']; readonly isSaid: boolean } {
  const said = joints.flatMap(({ leader }): BackShielding[] =>
    leader.joint.backShielding === undefined ? [] : [leader.joint.backShielding],
  );
  const [first] = said;
  if (first !== undefined) return { way: said.find((way) => GAS_WAYS.includes(way)) ?? first, isSaid: true };
  return { way: joints.some(meltsThrough) ? 'purge' : 'not needed', isSaid: false };
}

const waitOf = ({ minutes }: PurgeAnswer): PlannedSpace['waitMinutes'] =>
  minutes && { low: minutes.range90[0], median: minutes.median, high: minutes.range90[1] };

function planSpace(room: InnerSpace, joints: readonly JointFacts[], plan: PurgePlan, facts: JobFacts): SpacePlan {
  const { part, profile, input } = facts;
  const { way, isSaid } = wayOf(joints);
  const isGas = GAS_WAYS.includes(way);
  const pieces = joints.flatMap((one) => one.pieces);
  const purged = roomToPurge(part.assembly, room, plan.volumeL);
  const fillLpm = fillFlowOf(plan, purged.boreMm);
  const weldLpm = heldFlow(fillLpm);
  const hydrogen = joints.some(({ leader }) => hasHydrogen(leader.joint));
  const targetPpm = plan.targetPpm ?? usualTargetPpm(profile, hydrogen);
  const pace = learntOfPurge(plan.seal, input.learnt)?.factor;
  const question = purged.space && purgeQuestion(purged.space, { plan, flowLpm: fillLpm, targetPpm, pace });
  const answer = isGas ? purgeAnswer(question) : null;
  const wallMm = thinnestWallMm(pieces);
  const holesMm = ventHoles(room, plan, ventQuestion(weldLpm, [], wallMm, pieces));
  const records = joints.map(({ joint }) => joint);
  const line = joinedLine(part, room, records, { wallMm, flowLpm: weldLpm, holesMm }).map(({ id }) => id);
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
      waitMinutes: answer && waitOf(answer),
      targetPpm,
      gasL: answer?.gasL ?? null,
    },
    open: isGas ? [...wanting, ...(isSaid ? [] : [{ code: 'back-not-said', space: id }])] : [],
  };
}

/** Rooms behind the joints of a job, each once, with what stands in them. */
export function planSpaces(facts: JobFacts): readonly SpacePlan[] {
  const plan = takeablePurge(facts.input.job.purge ?? NO_PURGE);
  const rooms = plan.dams.length === 0 ? facts.part.spaces : innerSpaces(facts.part.assembly, plan.dams);
  return rooms.flatMap((room) => {
    const joints = facts.joints.filter(({ joint }) => room.joints.includes(joint.id));
    return joints.length > 0 ? [planSpace(room, joints, plan, facts)] : [];
  });
}
