import risks from '../../data/risks.json';
import service from '../../data/service.json';
import type { RiskSample } from './risk-sample';

const { reachC, passing, statedTemperature, statedTemperatureCycling, statedDurationOnly } = risks.hotService;

/**
 * Chance that the joint spends long enough between two temperatures for the slow changes to happen, 0 to 1. When the
 * temperature is not stated it follows from `hot`, from cycling and from what the base metals are usually used for.
 * @param shortFactor weight of short hot service against long
 * @param fullAfterC how far above the lower end the window counts in full, K
 */
export function hotBetween(
  sample: RiskSample,
  fromC: number,
  toC: number,
  shortFactor = 0.35,
  fullAfterC = reachC,
): number {
  const { service: life } = sample;
  const duration = life.hot === 'short' ? shortFactor : 1;
  if (life.highestC !== undefined) {
    // A joint that runs hotter than the window still passes through it on every heating and cooling.
    const highest = life.highestC;
    if (highest <= fromC - 10) return 0;
    const stated = life.hot !== undefined ? 1 : life.cycling ? statedTemperatureCycling : statedTemperature;
    const reach = Math.min(1, (highest - fromC + 10) / fullAfterC);
    const inside = (life.lowestC ?? 20) > toC ? 0 : highest > toC + 50 ? passing : 1;
    return duration * reach * inside * stated;
  }
  if (life.hot !== undefined) return statedDurationOnly * duration;
  return 0.5 * hotUse(sample) + (life.cycling ? 0.15 : 0);
}

/** Chance that the joint works hot, from the base metals: a furnace grade was chosen for a reason. */
export function hotUse(sample: RiskSample): number {
  let use = 0;
  for (const { material } of sample.pieces) if (material.hotUse > use) use = material.hotUse;
  return use;
}

/** Temperature swing to reckon with, K. */
export function temperatureSwing(sample: RiskSample): number {
  const { service: life } = sample;
  if (life.highestC !== undefined) return Math.max(0, life.highestC - Math.min(20, life.lowestC ?? 20));
  if (life.hot !== undefined || life.cycling) return service.assumedCyclingC;
  return service.assumedCyclingC * hotUse(sample);
}
