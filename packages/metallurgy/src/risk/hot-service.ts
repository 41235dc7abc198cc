import { ramp } from '../arithmetic';
import hotService from '../../data/hot-service.json';
import service from '../../data/service.json';
import type { RiskSample } from './risk-sample';

const { reachC, leaveC, beginsC, statedTemperature, statedTemperatureCycling, statedDurationOnly, shortHot } =
  hotService;

/** A window of temperature in which something happens slowly. */
export interface HotWindow {
  readonly fromC: number;
  readonly toC: number;
  /** What merely passing through it on heating and cooling counts, against staying in it, 0 to 1. */
  readonly passing: number;
  /** How far above the lower end it counts in full, K; left out: the figure in the data. */
  readonly reachC?: number;
  /** Weight of short hot service against long; left out: the figure in the data. */
  readonly short?: number;
}

type OfService = Pick<RiskSample, 'service' | 'pieces'>;

/**
 * Chance that the joint spends long enough in a window for the slow change to happen, 0 to 1. When the temperature is
 * not stated it follows from `hot`, from cycling and from what the base metals are usually used for.
 */
export function hotIn(sample: OfService, window: HotWindow, fromC = window.fromC): number {
  const { service: life } = sample;
  const duration = life.hot === 'short' ? (window.short ?? shortHot) : 1;
  if (life.highestC !== undefined) {
    const highest = life.highestC;
    const reach = ramp(highest, fromC - beginsC, fromC - beginsC + (window.reachC ?? reachC));
    if (reach === 0) return 0;
    const stated = life.hot !== undefined ? 1 : life.cycling ? statedTemperatureCycling : statedTemperature;
    // A joint that runs hotter than the window still passes through it on every heating and cooling.
    const above = ramp(highest, window.toC, window.toC + leaveC);
    const never = ramp(life.lowestC ?? 20, window.toC - leaveC, window.toC);
    return duration * reach * stated * (1 - (1 - window.passing) * above) * (1 - never);
  }
  if (life.hot !== undefined) return statedDurationOnly * duration;
  return 0.5 * hotUse(sample) + (life.cycling ? 0.15 : 0);
}

/** Chance that the joint works hot, from the base metals: a furnace grade was chosen for a reason. */
export function hotUse(sample: Pick<RiskSample, 'pieces'>): number {
  let use = 0;
  for (const { material } of sample.pieces) if (material.hotUse > use) use = material.hotUse;
  return use;
}

/** Temperature swing to reckon with, K. */
export function temperatureSwing(sample: OfService): number {
  const { service: life } = sample;
  if (life.highestC !== undefined) return Math.max(0, life.highestC - Math.min(20, life.lowestC ?? 20));
  if (life.hot !== undefined || life.cycling) return service.assumedCyclingC;
  return service.assumedCyclingC * hotUse(sample);
}
