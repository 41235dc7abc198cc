import data from '../../data/purge-fit.json';
import { exp } from '../arithmetic';
import { AIR_PPM } from './gas';
import { likeliest, weigher, type Believed, type Bin, type Prior, type Weighed } from './purge-belief';
import type { PurgeFitQuestion } from './purge-fit';
import type { PurgedSpace } from './tanks-in-series';

/** What is wrong with a purge. */
export const PURGE_TROUBLES = ['leak', 'gas', 'vent-blocked', 'tape-lifted', 'larger-space', 'trap', 'meter'] as const;
export type PurgeTrouble = (typeof PURGE_TROUBLES)[number];

const middle = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] as number;

/** Something wrong that shows in the readings themselves, before anything is fitted. */
export function troubleInTrace({
  trace,
}: PurgeFitQuestion): { readonly fault: PurgeTrouble; readonly atS: number } | null {
  const { rise, stuckReadings } = data.faults;
  const last = trace.slice(-stuckReadings);
  const end = trace.at(-1) as { seconds: number; ppm: number };
  // The same figure to the last place, over and over, while it should fall: nothing measures so evenly.
  if (last.length === stuckReadings && last.every(({ ppm }) => ppm === end.ppm) && end.ppm > 20 * data.noise.floorPpm)
    return { fault: 'meter', atS: (last[0] as { seconds: number }).seconds };
  const around = rise.overReadings;
  if (trace.length >= 3 * around) {
    const smooth = trace.map((_, index) =>
      middle(trace.slice(Math.max(0, index - around + 1), index + 1).map(({ ppm }) => ppm)),
    );
    const lowest = smooth.reduce((best, value, index) => (value < (smooth[best] as number) ? index : best), around);
    const [now, least] = [smooth.at(-1) as number, smooth[lowest] as number];
    if (lowest < smooth.length - around && now > rise.factor * least + 5 * data.noise.floorPpm)
      // To air in one step is a probe in the wrong place; what mixes takes its time.
      return {
        fault: (trace.at(-around)?.ppm ?? 0) > 0.8 * AIR_PPM && least < 0.3 * AIR_PPM ? 'meter' : 'tape-lifted',
        atS: (trace[lowest] as { seconds: number }).seconds,
      };
  }
  return null;
}

export const TROUBLE_WORDS: Readonly<Record<PurgeTrouble, string>> = {
  leak:
    'It settles above the target: air is drawn in. Go round tape, dams and hose ends; more flow helps only where ' +
    'gas is clean.',
  gas:
    'It settles above the target though little air is drawn in: the gas itself. Another cylinder, a shorter or a ' +
    'metal hose.',
  'vent-blocked': 'It fell and all but stopped: gas no longer gets out. Clear the vent before pressure lifts the tape.',
  'tape-lifted': 'It rises: tape has lifted, a hose is off or the bottle is empty. Do not weld; find it first.',
  'larger-space': 'It falls as in a larger space than was described: look for a branch, an open dam, a wrong length.',
  trap: 'The last of it falls slowly: a dead end gives its air back. Put a vent into it, or wait for diffusion.',
  meter:
    'The meter does not measure what it should: stuck, off, or its probe is in the wrong place. Look at it ' +
    'before trusting it.',
};

/** The same at arm's length: what to look at, in a few words. */
export const TROUBLE_SHORT: Readonly<Record<PurgeTrouble, string>> = {
  leak: 'Air is drawn in: tape, dams, hose ends.',
  gas: 'The gas itself is not clean enough.',
  'vent-blocked': 'Gas does not get out: clear the vent.',
  'tape-lifted': 'It rises: tape, hose, bottle.',
  'larger-space': 'Slower than described.',
  trap: 'A dead end gives its air back.',
  meter: 'The meter: stuck, off, or in the wrong place.',
};
/** Troubles that only take longer: waiting helps. */
export const ONLY_SLOW: ReadonlySet<PurgeTrouble> = new Set(['larger-space', 'trap']);

/**
 * Whether it fell as it should and then all but stopped, as no space with a leak does: that one comes down to its level
 * in a curve.
 * @param cost of the best fit, squared deviations
 */
function stalls(bins: readonly Bin[], cost: number): boolean {
  const { factor, parts, deviation } = data.faults.stall;
  if (cost < deviation * bins.length) return false;
  const at = (part: number): Bin =>
    bins[Math.min(bins.length - 1, Math.round((part * (bins.length - 1)) / parts))] as Bin;
  const speeds = Array.from(
    { length: parts },
    (_, part) => (at(part).lnPpm - at(part + 1).lnPpm) / (at(part + 1).seconds - at(part).seconds),
  );
  return (speeds.at(-1) as number) < factor * Math.max(...speeds);
}

/**
 * What is wrong by what the fit found: a trap, a blocked vent, a leak or bad gas, a larger space; null: nothing seen.
 */
export function troubleInFit(
  { planned, targetPpm }: PurgeFitQuestion,
  found: {
    readonly bins: readonly Bin[];
    readonly prior: Prior;
    readonly fit: Believed & { readonly cost: number; readonly best: Weighed };
    readonly chance: number;
    readonly share: (of: (space: PurgedSpace) => boolean) => number;
  },
): PurgeTrouble | null {
  const { bins, prior, fit, chance, share } = found;
  const { sure, largerSpace, trapGain } = data.faults;
  const last = exp((bins.at(-1) as Bin).lnPpm);
  // A trap explains a slow tail that neither leak nor gas do: it still falls.
  if (last < 0.05 * AIR_PPM && last > targetPpm) {
    const trapped = [60, 180, 500, 1200].map((timeConstantS) => {
      const end = (bins.at(-1) as Bin).seconds;
      const ppm = Math.min(0.05 * AIR_PPM, last / exp(-end / timeConstantS));
      return [0.5, 1].map(
        (part) =>
          likeliest(weigher(bins, prior, planned.flowLpm, { ppm: part * ppm, timeConstantS }), prior, fit.best.theta)
            .best.cost,
      );
    });
    if (fit.cost - Math.min(...trapped.flat()) > trapGain) return 'trap';
  }
  // What the readings themselves deviate, whatever was believed before.
  const deviation = fit.best.residuals.slice(0, bins.length).reduce((sum, one) => sum + one * one, 0);
  if (stalls(bins, deviation)) return 'vent-blocked';
  if (1 - chance > sure) {
    // What is drawn in against what the gas brings.
    const byLeak = share(({ leakLpm, gasPpm, flowLpm }) => leakLpm * AIR_PPM > flowLpm * gasPpm);
    return byLeak >= 0.5 ? 'leak' : 'gas';
  }
  const described = exp(prior.mean[0] as number);
  return share(({ volumeL }) => volumeL > largerSpace * described) > sure ? 'larger-space' : null;
}
