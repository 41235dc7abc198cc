import data from '../../data/purge.json';
import type { OpenSpread } from './purge';
import { weldingFlow } from './room';

/**
 * Gas that is left in a cylinder, L at one atmosphere.
 * @param waterL its size
 * @param bar over the atmosphere, by its gauge
 */
export const litresLeft = (waterL: number, bar: number): number => waterL * Math.max(0, bar);

/** Whether a purge and a weld finish on what is left. */
export interface CylinderAnswer {
  readonly leftL: number;
  readonly neededL: readonly [number, number];
  readonly enough: 'yes' | 'maybe' | 'no';
}

/** @param neededL least and most the job takes, L */
export function cylinderLasts(waterL: number, bar: number, neededL: readonly [number, number]): CylinderAnswer {
  const leftL = litresLeft(waterL, bar);
  return { leftL, neededL, enough: leftL >= neededL[1] ? 'yes' : leftL >= neededL[0] ? 'maybe' : 'no' };
}

/**
 * Gas a joint takes, least and most, L: filled once, then welded at less.
 * @param fill how long it is filled, minutes
 */
export function gasForJoint(
  { median, range90: [least, most] }: OpenSpread,
  fillLpm: number,
): readonly [number, number] {
  const [low, high] = weldingFlow(fillLpm);
  const [short, long] = data.weldingMinutes as [number, number];
  return [least * fillLpm + short * low, (most ?? median * 2) * fillLpm + long * high];
}
