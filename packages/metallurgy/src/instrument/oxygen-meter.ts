import { exp } from '../arithmetic';
import { AIR_PPM, levelAfter, steadyPpm, type PurgedSpace } from '../purge';
import { lagged, momentShown } from './lag';
import { chanceAt } from './scatter';

/** What may go wrong while gas flows. */
export const PURGE_FAULTS = ['tape-lifted', 'hose-off', 'vent-blocked', 'stuck', 'probe-outside'] as const;
export type PurgeFault = (typeof PURGE_FAULTS)[number];

/** A purge as it really is, and the meter that looks at it. */
export interface OxygenScenario {
  readonly space: PurgedSpace;
  /** A dead end that gives its air back: what it adds at first, ppm, and its time constant, s. */
  readonly trap?: { readonly ppm: number; readonly timeConstantS: number };
  readonly meter: {
    /** Time constant of its lag, s. */
    readonly lagS: number;
    /** Standard deviation of its scatter, percent of what it shows. */
    readonly noisePercent: number;
    /** Percent an hour. */
    readonly driftPercent?: number;
    /** Share of readings that do not come, 0 to 1. */
    readonly dropout?: number;
  };
  readonly fault?: { readonly kind: PurgeFault; readonly atS: number };
}

/** What a meter says at a moment; null: nothing came. */
export interface OxygenReading {
  readonly seconds: number;
  readonly ppm: number | null;
}

/** Air let in when tape lifts, and what is left of the flow when the vent is blocked, L/min and share. */
const LIFTED_LPM = 0.4;
const BLOCKED_SHARE = 0.08;
/** Steps the lag is followed in, s. */
const STEP_S = 0.5;
/** The last figure a meter shows, ppm. */
const LAST_FIGURE_PPM = 1;

/** Level inside, ppm; after a fault the space mixes towards what flows then. */
function insideLevel({ space, trap, fault }: OxygenScenario, seconds: number): number {
  const of = (at: number): number => levelAfter(space, at / 60) + (trap ? trap.ppm * exp(-at / trap.timeConstantS) : 0);
  if (!fault || seconds < fault.atS || fault.kind === 'stuck') return of(seconds);
  if (fault.kind === 'probe-outside') return AIR_PPM;
  const flowLpm =
    fault.kind === 'hose-off' ? 0 : fault.kind === 'vent-blocked' ? space.flowLpm * BLOCKED_SHARE : space.flowLpm;
  const leakLpm = fault.kind === 'vent-blocked' ? space.leakLpm : space.leakLpm + LIFTED_LPM;
  const settles = steadyPpm({ ...space, flowLpm, leakLpm });
  const changes = ((flowLpm + leakLpm) * (seconds - fault.atS)) / 60 / space.volumeL;
  return settles + (of(fault.atS) - settles) * exp(-changes);
}

/**
 * What a simulated oxygen meter shows at a moment: lag, scatter, drift and readings that do not come. Pure: the same
 * scenario, seed and moment give the same reading.
 * @param seconds after gas was turned on; before that it is in air
 * @returns ppm; null: nothing came
 */
export function readOxygen(scenario: OxygenScenario, seed: number, seconds: number): number | null {
  const { lagS, noisePercent, driftPercent = 0 } = scenario.meter;
  const at = momentShown(scenario, chanceAt(seed, seconds).comes, seconds);
  if (at === null) return null;
  const seen = lagged((moment) => insideLevel(scenario, moment), AIR_PPM, lagS, Math.max(0, at), STEP_S);
  const said = seen * (1 + (driftPercent / 100) * (at / 3600)) * exp((noisePercent / 100) * chanceAt(seed, at).scatter);
  return Math.max(LAST_FIGURE_PPM, Math.round(said / LAST_FIGURE_PPM) * LAST_FIGURE_PPM);
}

/** Readings at several moments. @param seconds moments after gas was turned on */
export const oxygenReadings = (scenario: OxygenScenario, seed: number, seconds: readonly number[]): OxygenReading[] =>
  seconds.map((moment) => ({ seconds: moment, ppm: readOxygen(scenario, seed, moment) }));
