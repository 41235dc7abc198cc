import { exp } from '../arithmetic';
import { lagged, momentShown } from './lag';
import { chanceAt } from './scatter';

/** What may go wrong with a thermometer held against metal. */
export const THERMOMETER_FAULTS = ['lifted', 'wrong-place', 'stuck'] as const;
export type ThermometerFault = (typeof THERMOMETER_FAULTS)[number];

/** Metal beside a seam, and the thermometer that is held against it. */
export interface ThermometerScenario {
  readonly ambientC: number;
  /** Arcs that warmed it: how far the metal comes up where it is held, and when. */
  readonly arcs: readonly { readonly startS: number; readonly endS: number; readonly riseC: number }[];
  /** Time constant of the metal as it cools, s. */
  readonly coolsS: number;
  readonly meter: { readonly lagS: number; readonly noiseC: number; readonly dropout?: number };
  readonly fault?: { readonly kind: ThermometerFault; readonly atS: number };
}

/** Of what is above the air so much is felt a hand away from the bead. */
const ELSEWHERE_SHARE = 0.35;
const STEP_S = 0.25;

function metalAt({ ambientC, arcs, coolsS }: ThermometerScenario, seconds: number): number {
  return arcs.reduce((sum, { startS, endS, riseC }) => {
    if (seconds <= startS) return sum;
    const share = Math.min(1, (seconds - startS) / Math.max(0.1, endS - startS));
    return sum + riseC * share * exp(-Math.max(0, seconds - endS) / coolsS);
  }, ambientC);
}

function seenAt(scenario: ThermometerScenario, seconds: number): number {
  const { fault, ambientC } = scenario;
  const metal = metalAt(scenario, seconds);
  if (!fault || seconds < fault.atS) return metal;
  if (fault.kind === 'lifted') return ambientC;
  return fault.kind === 'wrong-place' ? ambientC + ELSEWHERE_SHARE * (metal - ambientC) : metal;
}

/**
 * What a simulated contact thermometer shows at a moment. Pure.
 * @returns °C; null: nothing came
 */
export function readThermometer(scenario: ThermometerScenario, seed: number, seconds: number): number | null {
  const { lagS, noiseC } = scenario.meter;
  const at = momentShown(scenario, chanceAt(seed, seconds).comes, seconds);
  if (at === null) return null;
  const seen = lagged((moment) => seenAt(scenario, moment), scenario.ambientC, lagS, at, STEP_S);
  return Math.round(10 * (seen + noiseC * chanceAt(seed, at).scatter)) / 10;
}
