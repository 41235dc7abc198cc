import data from '../../data/purge-fit.json';
import { weightedQuantile, weightedSpread, type Spread } from '../chance';
import { InputError, type FieldError } from '../errors';
import { AIR_PPM } from './gas';
import { purge, type OpenSpread, type PurgeQuestion } from './purge';
import { believed, binsOf, priorOf, weigher } from './purge-belief';
import { TROUBLE_WORDS, troubleInFit, troubleInTrace, type PurgeTrouble } from './purge-trouble';
import { levelAfter, minutesTo, steadyPpm, type PurgedSpace } from './tanks-in-series';

/** A purge that runs: what was planned, and what the meter in the vent has shown. */
export interface PurgeFitQuestion {
  /** As it was asked of `purge`; flow is what the regulator stands at. */
  readonly planned: PurgeQuestion;
  /** Readings after gas was turned on: seconds, and oxygen in ppm. A reading that did not come is left out. */
  readonly trace: readonly { readonly seconds: number; readonly ppm: number }[];
  readonly meter?: { readonly lagS?: number | undefined; readonly noisePercent?: number | undefined } | undefined;
  readonly targetPpm: number;
}

/** What the readings say of a purge. */
export interface PurgeFitAnswer {
  /** Litres that behave as the space does, short cuts counted as more of them. */
  readonly volumeL: Spread;
  readonly tanks: Spread;
  readonly leakLpm: Spread;
  readonly lagS: Spread;
  readonly steadyPpm: Spread;
  /** Inside just now, ppm: before the lag of the meter. */
  readonly insidePpm: Spread;
  /** Until the inside is at the target; null: it settles above it, or something is wrong first. */
  readonly minutesLeft: OpenSpread | null;
  /** Chance that the target is reached at all, 0 to 1. */
  readonly chance: number;
  /** What is wrong, surest first; null: nothing seen. */
  readonly fault: PurgeTrouble | null;
  readonly reasons: readonly string[];
}

function check({ trace, meter, targetPpm }: PurgeFitQuestion): void {
  const errors: FieldError[] = [];
  if (trace.length < data.fewestReadings)
    errors.push({ path: ['trace'], message: `give at least ${data.fewestReadings} readings` });
  let before = -Infinity;
  trace.forEach(({ seconds, ppm }, index) => {
    if (!(seconds >= 0 && seconds > before))
      errors.push({ path: ['trace', index, 'seconds'], message: 'give seconds after gas was turned on, rising' });
    // In air a meter that scatters shows more than air has.
    if (!(ppm >= 0 && ppm <= 300_000)) errors.push({ path: ['trace', index, 'ppm'], message: 'give 0 to 300000 ppm' });
    before = seconds;
  });
  if (meter?.lagS !== undefined && !(meter.lagS > 0 && meter.lagS <= 300))
    errors.push({ path: ['meter', 'lagS'], message: 'give above 0 to 300 s' });
  if (meter?.noisePercent !== undefined && !(meter.noisePercent >= 0 && meter.noisePercent <= 50))
    errors.push({ path: ['meter', 'noisePercent'], message: 'give 0 to 50 percent' });
  if (!(targetPpm >= 1 && targetPpm < AIR_PPM)) errors.push({ path: ['targetPpm'], message: 'give 1 to 208999 ppm' });
  if (errors.length > 0) throw new InputError(errors);
}

const short = (value: number): string => String(Number(value.toPrecision(3)));

/**
 * What the readings of a running purge say: how large the space behaves, how gas passes through it, what is drawn in,
 * how long it takes still, and what is wrong.
 * @param seed of the draws
 * @throws InputError naming every faulty field Source: tanks in series (Levenspiel) seen through a lag of first order;
 * least squares with priors (Levenberg 1944, Marquardt 1963), ranges by importance sampling around them. Priors and
 * limits of faults are estimates.
 */
export function purgeFit(question: PurgeFitQuestion, seed = 1): PurgeFitAnswer {
  check(question);
  const trouble = troubleInTrace(question);
  // What was read before something went wrong still says what space it is.
  const good = trouble ? question.trace.filter(({ seconds }) => seconds <= trouble.atS) : question.trace;
  const read = good.length >= data.fewestReadings ? { ...question, trace: good } : question;
  const prior = priorOf(question);
  const bins = binsOf(read);
  const { planned, targetPpm } = question;
  const fit = believed(question, weigher(bins, prior, planned.flowLpm), prior, seed);
  const end = (question.trace.at(-1) as { seconds: number }).seconds;
  const { spaces, weights } = fit;
  const spread = (of: (space: PurgedSpace, index: number) => number): Spread => weightedSpread(spaces.map(of), weights);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const share = (of: (space: PurgedSpace) => boolean): number =>
    spaces.reduce((sum, space, index) => sum + (of(space) ? (weights[index] as number) : 0), 0) / total;
  const chance = share((space) => steadyPpm(space) < targetPpm);
  const steady = spread(steadyPpm);
  const left = spaces.map((space) => {
    const minutes = minutesTo(space, targetPpm);
    return minutes === null ? Infinity : Math.max(0, minutes - end / 60);
  });
  const fault =
    trouble?.fault ??
    troubleInFit(question, { bins, prior, fit, chance, share }) ??
    slowness(question, end / 60 + weightedQuantile(left, weights, 0.5));
  const stops = trouble !== null && trouble.fault !== 'meter';
  return {
    volumeL: spread(({ volumeL }) => volumeL),
    tanks: spread(({ tanks }) => tanks),
    leakLpm: spread(({ leakLpm }) => leakLpm),
    lagS: weightedSpread(fit.lags, weights),
    steadyPpm: steady,
    insidePpm: stops
      ? { median: (question.trace.at(-1) as { ppm: number }).ppm, range90: [0, AIR_PPM] }
      : spread((space) => levelAfter(space, end / 60)),
    minutesLeft: stops || chance < 0.5 ? null : openWeighted(left, weights),
    chance: stops ? 0 : chance,
    fault,
    reasons: reasonsOf(question, {
      steady,
      chance,
      fault,
      volume: spread(({ volumeL }) => volumeL),
      left: weightedQuantile(left, weights, 0.5),
      stops,
    }),
  };
}

/**
 * Whether it takes longer than what was described would have it: a larger space, or a dead end that is none of its own.
 */
function slowness({ planned, targetPpm }: PurgeFitQuestion, minutes: number): PurgeTrouble | null {
  const longest = purge({ ...planned, targetPpm }).minutes?.range90[1];
  return longest !== undefined && longest !== null && minutes > data.faults.slowerThanRange * longest
    ? 'larger-space'
    : null;
}

function openWeighted(values: readonly number[], weights: readonly number[]): OpenSpread {
  const at = (share: number): number => weightedQuantile(values, weights, share);
  const high = at(0.95);
  return { median: at(0.5), range90: [at(0.05), Number.isFinite(high) ? high : null] };
}

function reasonsOf(
  { targetPpm, trace }: PurgeFitQuestion,
  found: {
    readonly steady: Spread;
    readonly chance: number;
    readonly fault: PurgeTrouble | null;
    readonly volume: Spread;
    readonly left: number;
    readonly stops: boolean;
  },
): readonly string[] {
  const { steady, chance, fault, volume, left, stops } = found;
  const reasons: string[] = [];
  if (fault !== null) reasons.push(TROUBLE_WORDS[fault]);
  reasons.push(
    `${trace.length} readings: it behaves like ${short(volume.median)} L (${short(volume.range90[0])} to ` +
      `${short(volume.range90[1])}) and settles at ${short(steady.median)} ppm (${short(steady.range90[0])} to ` +
      `${short(steady.range90[1])}).`,
  );
  if (!stops && chance >= 0.5)
    reasons.push(
      left === 0
        ? `The inside is at ${short(targetPpm)} ppm or below; the meter follows after its lag.`
        : `${short(left)} min more to ${short(targetPpm)} ppm.`,
    );
  else if (!stops)
    reasons.push(`In ${Math.round(100 * (1 - chance))} of 100 cases it does not come down to ${short(targetPpm)} ppm.`);
  return reasons;
}
