import { exp } from '../arithmetic';
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
const FORGOTTEN_LAGS = 12;

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
  const { lagS, noiseC, dropout = 0 } = scenario.meter;
  const { scatter, comes } = chanceAt(seed, seconds);
  if (comes < dropout) return null;
  if (scenario.fault?.kind === 'stuck' && seconds > scenario.fault.atS) return readThermometer(scenario, seed, scenario.fault.atS); // prettier-ignore
  let at = Math.max(0, seconds - FORGOTTEN_LAGS * lagS);
  let shown = at === 0 ? scenario.ambientC : seenAt(scenario, at);
  while (at < seconds) {
    const step = Math.min(STEP_S, seconds - at);
    at += step;
    shown += (seenAt(scenario, at) - shown) * (1 - exp(-step / lagS));
  }
  return Math.round(10 * (shown + noiseC * scatter)) / 10;
}
