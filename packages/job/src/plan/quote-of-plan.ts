import { JOINTS, NO_RATES, type QuotedJoint, type QuoteQuestion } from '@variatum/metallurgy';
import { learntPace } from '../learning';
import { fitOf, plannedMinutes } from '../records';
import type { JobFacts } from './job-facts';
import type { JointPlan } from './joint-plan';
import type { SpacePlan } from './space-plan';

const SECONDS = 60;

/** A joint as it is priced: its passes, its rod and its arcs as they are planned. Gas fills a room once. */
function quotedJoint(plan: JointPlan, spaces: readonly SpacePlan[]): QuotedJoint | null {
  const { seam, passes, facts } = plan;
  if (!seam) return null;
  const { joint, leader, pieces } = facts;
  const walls = pieces
    .filter(({ kind }) => kind === 'base')
    .map(({ thicknessMm }) => thicknessMm.value ?? JOINTS.defaultThicknessMm);
  const [root] = passes;
  const behind = spaces.find(({ space, isGas }) => isGas && space.joints.includes(joint.id))?.space;
  const isFirst = behind?.joints[0] === joint.id;
  return {
    type: leader.joint.type,
    lengthMm: seam.lengthMm,
    technique: root?.technique ?? leader.joint.technique,
    process: leader.joint.process,
    thicknessMm: walls.length > 0 ? walls : [JOINTS.defaultThicknessMm],
    fit: fitOf(leader.fit),
    ...(plan.rod.used === null ? { rodMm: null } : root?.rodMm ? { rodMm: root.rodMm } : {}),
    ...(passes.length > 0
      ? { passes: passes.length, arcMinutes: passes.reduce((sum, { arcSeconds }) => sum + arcSeconds, 0) / SECONDS }
      : {}),
    ...(behind
      ? {
          purge: {
            litres: isFirst ? (behind.gasL ?? 0) : 0,
            minutes: isFirst ? (behind.waitMinutes?.median ?? 0) : 0,
            holdLpm: behind.weldLpm,
          },
        }
      : {}),
  };
}

/** What the price of a planned job is asked; null: no joint has a length. */
export function quoteOfPlan(
  joints: readonly JointPlan[],
  spaces: readonly SpacePlan[],
  { input, pieces }: JobFacts,
): QuoteQuestion | null {
  const quoted = joints.flatMap((plan) => quotedJoint(plan, spaces) ?? []);
  if (quoted.length === 0) return null;
  const pace = Object.fromEntries(learntPace(input.learnt).map(({ kind, factor }) => [kind, factor]));
  return {
    joints: quoted,
    pieces: Math.max(1, pieces.length),
    rates: { ...NO_RATES, ...input.workshop?.rates },
    stages: plannedMinutes(input.job),
    ...(Object.keys(pace).length > 0 ? { pace } : {}),
  };
}
