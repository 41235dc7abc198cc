import { exp, ln } from '../arithmetic';
import { AIR_PPM } from './gas';
import { levelAfter, type PurgedSpace } from './tanks-in-series';

/** Steps a trace is reckoned in: a level that falls by seven tenfolds changes by a tenth in each. */
const STEPS = 160;

/** A dead end that gives its air back to the stream. */
export interface Trap {
  /** What it adds at the beginning, ppm, and how slowly that fades, s. */
  readonly ppm: number;
  readonly timeConstantS: number;
}

/**
 * What a meter in the vent shows: the level inside, seen through its lag of first order, at rising moments.
 * @param lagS time constant of the meter, above 0
 * @param seconds moments after gas was turned on, rising
 */
export function meteredLevels(space: PurgedSpace, lagS: number, seconds: readonly number[], trap?: Trap): number[] {
  const last = seconds.at(-1) ?? 0;
  if (last <= 0) return seconds.map(() => AIR_PPM);
  const step = last / STEPS;
  const inside = (at: number): number =>
    levelAfter(space, at / 60) + (trap ? trap.ppm * exp(-at / trap.timeConstantS) : 0);
  const kept = exp(-step / lagS);
  // Exact for an inside that changes in a straight line within a step.
  const share = (1 - kept) / (step / lagS);
  const shown = [AIR_PPM];
  let before = AIR_PPM;
  for (let index = 1; index <= STEPS; index++) {
    const now = inside(index * step);
    const previous = shown[index - 1] as number;
    shown.push(previous * kept + before * (share - kept) + now * (1 - share));
    before = now;
  }
  return seconds.map((at) => {
    const place = Math.min(STEPS - 1e-9, Math.max(0, at / step));
    const lower = Math.floor(place);
    const [low, high] = [ln(shown[lower] as number), ln(shown[lower + 1] as number)];
    return exp(low + (place - lower) * (high - low));
  });
}
