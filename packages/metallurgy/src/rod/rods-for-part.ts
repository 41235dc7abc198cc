import choice from '../../data/choice.json';
import type { RiskLevel } from '../risk';
import type { RankedRod } from './ranked-rod';

/** What a joint of a part asks of a rod. */
export interface JointOutlook {
  readonly joint: string;
  /** How many joints are alike to it, itself among them. */
  readonly alike: number;
  /** Its rods, best first. */
  readonly ranking: readonly Pick<RankedRod, 'rod' | 'expectedLoss' | 'worst'>[];
}

/** A way to weld a whole part. */
export interface PartPlan {
  /** The one rod for every joint; undefined: each joint its own best. */
  readonly one: string | null | undefined;
  /** Rod of each joint, in the order asked. */
  readonly rods: readonly (string | null)[];
  /** Expected loss over all joints, with what several rods on one part cost. */
  readonly expectedLoss: number;
  /** More than the best rod of each joint costs, in the order asked, 0 or more. */
  readonly extra: readonly number[];
  readonly worst: RiskLevel;
}

const LEVELS: readonly RiskLevel[] = ['low', 'watch', 'high', 'do-not'];
const worseOf = (levels: readonly RiskLevel[]): RiskLevel =>
  LEVELS[Math.max(0, ...levels.map((level) => LEVELS.indexOf(level)))] as RiskLevel;

/**
 * Ranks the ways to weld a whole part: each joint with its own best rod, and every rod that can be had for all of its
 * joints. Several rods on one part cost what mixing them up may cost; one rod costs what it is worse than the best on
 * the joints it is not the best for. A rod that is marked do not on any joint comes after all that are not.
 * @returns best first; empty while a joint has no ranking
 */
export function rodsForPart(joints: readonly JointOutlook[]): readonly PartPlan[] {
  const best = joints.flatMap(({ ranking: [first] }) => first ?? []);
  if (joints.length === 0 || best.length < joints.length) return [];
  const weighed = (losses: readonly number[]): number =>
    losses.reduce((sum, loss, index) => sum + loss * (joints[index]?.alike ?? 1), 0);
  const distinct = new Set(best.map(({ rod }) => rod)).size;
  const each: PartPlan = {
    one: undefined,
    rods: best.map(({ rod }) => rod),
    expectedLoss: weighed(best.map(({ expectedLoss }) => expectedLoss)) + (distinct - 1) * choice.costs.secondRodOnPart,
    extra: best.map(() => 0),
    worst: worseOf(best.map(({ worst }) => worst)),
  };
  const common = (joints[0] as JointOutlook).ranking.flatMap(({ rod }): PartPlan[] => {
    const there = joints.flatMap(({ ranking }) => ranking.find((other) => other.rod === rod) ?? []);
    if (there.length < joints.length) return [];
    return [
      {
        one: rod,
        rods: there.map(() => rod),
        expectedLoss: weighed(there.map(({ expectedLoss }) => expectedLoss)),
        extra: there.map(({ expectedLoss }, index) => Math.max(0, expectedLoss - (best[index]?.expectedLoss ?? 0))),
        worst: worseOf(there.map(({ worst }) => worst)),
      },
    ];
  });
  // Where every joint has the same best rod, that is the one rod; saying it twice would be no choice.
  const plans = distinct === 1 ? common : [each, ...common];
  const barred = ({ worst }: PartPlan): number => (worst === 'do-not' ? 1 : 0);
  return plans.sort((left, right) => barred(left) - barred(right) || left.expectedLoss - right.expectedLoss);
}
