import { isWithin, tackLength, tackPlan } from '@variatum/metallurgy';
import tacks from '../../packages/metallurgy/src/testing/truth/tacks.json';
import { scoreOf, type Score } from './truth-score';

interface TrueTacks {
  readonly seamMm: number;
  readonly closed: boolean;
  readonly outsideMm?: number;
  readonly wallMm: number;
  /** Of a straight seam; of a ring the number says. */
  readonly spacingMm?: readonly [number, number];
  readonly count?: readonly [number, number];
  readonly tackMm: readonly [number, number];
}

/** Tack plans: whether number or spacing, and length, lie in the range of practice. */
export function tacksScore(): Score {
  return scoreOf(tacks.tacks as unknown as readonly TrueTacks[], (one) => {
    const { seamMm, closed, outsideMm, wallMm, spacingMm, count, tackMm } = one;
    const plan = tackPlan({ seamMm, closed }, wallMm, false);
    const long = tackLength(wallMm);
    const what = closed ? `tube ${outsideMm} x ${wallMm}` : `${seamMm} mm of ${wallMm} mm`;
    if (!plan) return `${what}: no plan`;
    const at = [...plan.at].sort((first, second) => first - second);
    const gap = closed || at.length < 2 ? 0 : ((at.at(-1) as number) - (at[0] as number)) / (at.length - 1);
    const isRight =
      (spacingMm ? isWithin(gap, spacingMm) : isWithin(plan.count, count ?? [0, 0])) && isWithin(long, tackMm);
    if (isRight) return null;
    const asked = spacingMm ? `every ${spacingMm.join(' to ')} mm` : `${count?.join(' to ')}`;
    const told = closed ? `${plan.count}` : `${plan.count}, every ${gap.toFixed(0)} mm`;
    return `${what}: ${told}, ${long} mm long; practice ${asked}, ${tackMm.join(' to ')} mm`;
  });
}
