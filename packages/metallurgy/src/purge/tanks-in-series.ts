import { upperGamma } from '../arithmetic';
import { AIR_PPM } from './gas';

/** What flows into a space. */
export interface Inflow {
  /** Purge gas that does work, L/min. */
  readonly flowLpm: number;
  /** Oxygen in it, ppm. */
  readonly gasPpm: number;
  /** Air drawn in, L/min. */
  readonly leakLpm: number;
}

/** Oxygen a purge settles at, ppm: what gas and leak bring. */
export function steadyPpm({ flowLpm, gasPpm, leakLpm }: Inflow): number {
  return (flowLpm * gasPpm + leakLpm * AIR_PPM) / (flowLpm + leakLpm);
}

/** A space with what flows into it. */
export interface PurgedSpace extends Inflow {
  readonly volumeL: number;
  /** Tanks in series it behaves like: 1 mixes perfectly, many push the air out as a plug. */
  readonly tanks: number;
}

/**
 * Oxygen after so many minutes from air, ppm: `Cs + (C0 − Cs) Γ(N, Nθ)/Γ(N)` with `θ = (Q + L) t / V`.
 * Source: Levenspiel, Chemical Reaction Engineering, tanks in series.
 */
export function levelAfter(space: PurgedSpace, minutes: number): number {
  const steady = steadyPpm(space);
  const changes = ((space.flowLpm + space.leakLpm) * minutes) / space.volumeL;
  return steady + (AIR_PPM - steady) * upperGamma(space.tanks, space.tanks * changes);
}

/** Minutes from air to a level; null where it settles above it. @param targetPpm above 0 */
export function minutesTo(space: PurgedSpace, targetPpm: number): number | null {
  const steady = steadyPpm(space);
  if (steady >= targetPpm) return null;
  if (targetPpm >= AIR_PPM) return 0;
  const share = (targetPpm - steady) / (AIR_PPM - steady);
  // Γ(N, x)/Γ(N) falls all the way: halve the interval until nothing is left of it.
  let [low, high] = [0, 1];
  while (upperGamma(space.tanks, high) > share) [low, high] = [high, high * 2];
  while (high - low > 1e-9 * high) {
    const middle = (low + high) / 2;
    if (upperGamma(space.tanks, middle) > share) low = middle;
    else high = middle;
  }
  return (high / space.tanks) * (space.volumeL / (space.flowLpm + space.leakLpm));
}
