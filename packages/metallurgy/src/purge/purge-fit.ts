import data from '../../data/purge-fit.json';
import { backward, cholesky, exp, forward, ln } from '../arithmetic';
import { normalQuantile, SeededRandom, weightedQuantile, weightedSpread, type Spread } from '../chance';
import { InputError, type FieldError } from '../errors';
import { AIR_PPM } from './gas';
import { meteredLevels, type Trap } from './metered-level';
import { likeliestPurge, type OpenSpread, type PurgeQuestion } from './purge';
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

/** What is wrong with a purge. */
export const PURGE_TROUBLES = ['leak', 'gas', 'vent-blocked', 'tape-lifted', 'larger-space', 'trap', 'meter'] as const;
export type PurgeTrouble = (typeof PURGE_TROUBLES)[number];

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

interface Bin {
  readonly seconds: number;
  readonly lnPpm: number;
  readonly sigma: number;
}

/** Natural logarithms of what is fitted: volume, tanks above one, leak, oxygen in the gas, lag. */
type Theta = readonly number[];
interface Prior {
  readonly mean: Theta;
  readonly spread: Theta;
}

function check({ trace, meter, targetPpm }: PurgeFitQuestion): void {
  const errors: FieldError[] = [];
  if (trace.length < data.fewestReadings)
    errors.push({ path: ['trace'], message: `give at least ${data.fewestReadings} readings` });
  let before = -Infinity;
  trace.forEach(({ seconds, ppm }, index) => {
    if (!(seconds >= 0 && seconds > before))
      errors.push({ path: ['trace', index, 'seconds'], message: 'give seconds after gas was turned on, rising' });
    if (!(ppm >= 0 && ppm <= 1.1 * AIR_PPM))
      errors.push({ path: ['trace', index, 'ppm'], message: 'give 0 to 230000 ppm' });
    before = seconds;
  });
  if (meter?.lagS !== undefined && !(meter.lagS > 0 && meter.lagS <= 300))
    errors.push({ path: ['meter', 'lagS'], message: 'give above 0 to 300 s' });
  if (meter?.noisePercent !== undefined && !(meter.noisePercent >= 0 && meter.noisePercent <= 50))
    errors.push({ path: ['meter', 'noisePercent'], message: 'give 0 to 50 percent' });
  if (!(targetPpm >= 1 && targetPpm < AIR_PPM)) errors.push({ path: ['targetPpm'], message: 'give 1 to 208999 ppm' });
  if (errors.length > 0) throw new InputError(errors);
}

/** Readings put together by time: many that scatter become fewer that scatter less. */
function binsOf({ trace, meter }: PurgeFitQuestion): readonly Bin[] {
  const { percent, modelPercent, floorPpm } = data.noise;
  const noise = (meter?.noisePercent ?? percent) / 100;
  const count = Math.min(data.bins, trace.length);
  const bins: Bin[] = [];
  for (let bin = 0; bin < count; bin++) {
    const readings = trace.slice(Math.floor((bin * trace.length) / count), Math.floor(((bin + 1) * trace.length) / count));
    const mean = (of: (one: { seconds: number; ppm: number }) => number): number => readings.reduce((sum, one) => sum + of(one), 0) / readings.length;
    const lnPpm = mean(({ ppm }) => ln(ppm + floorPpm));
    const figure = floorPpm / exp(lnPpm);
    const sigma = Math.sqrt((noise * noise + figure * figure) / readings.length + (modelPercent / 100) ** 2);
    bins.push({ seconds: mean(({ seconds }) => seconds), lnPpm, sigma });
  }
  return bins;
} // prettier-ignore

function priorOf({ planned, meter }: PurgeFitQuestion): Prior {
  const usual = likeliestPurge({ ...planned, tanks: undefined });
  const { volumeSpread, tanksAboveOne, leakLpm, gasPpm, lagS } = data.priors;
  const sure = 0.02;
  // A share of the flow that runs straight to the vent makes a space behave like a larger one.
  const short = usual.flowLpm / planned.flowLpm;
  return {
    mean: [
      ln(usual.volumeL / short),
      ln(planned.tanks === undefined ? tanksAboveOne.median : Math.max(0.05, planned.tanks - 1)),
      ln(planned.leakLpm === undefined ? leakLpm.median : Math.max(1e-6, planned.leakLpm)),
      ln(planned.gasPpm === undefined ? gasPpm.median : Math.max(0.1, planned.gasPpm)),
      ln(meter?.lagS ?? lagS.median),
    ],
    spread: [
      volumeSpread,
      planned.tanks === undefined ? tanksAboveOne.spread : sure,
      planned.leakLpm === undefined ? leakLpm.spread : sure,
      planned.gasPpm === undefined ? gasPpm.spread : sure,
      meter?.lagS === undefined ? lagS.spread : sure,
    ],
  };
}

/** Twice the logarithm of how unlikely parameters are, by readings and prior. */
interface Weighed {
  readonly theta: Theta;
  readonly residuals: readonly number[];
  readonly cost: number;
}

const spaceOf = ([volume, tanks, leak, gas]: Theta, flowLpm: number): PurgedSpace => ({
  volumeL: exp(volume as number),
  tanks: 1 + exp(tanks as number),
  flowLpm,
  leakLpm: exp(leak as number),
  gasPpm: exp(gas as number),
});

/** The farthest a parameter is followed, standard deviations of its prior: what lies beyond is not believed at all. */
const FARTHEST = 6;

function weigher(bins: readonly Bin[], prior: Prior, flowLpm: number, trap?: Trap) {
  const seconds = bins.map((bin) => bin.seconds);
  return (theta: Theta): Weighed => {
    const shown = meteredLevels(spaceOf(theta, flowLpm), exp(theta[4] as number), seconds, trap);
    const residuals = [
      ...bins.map(({ lnPpm, sigma }, index) => (ln((shown[index] as number) + data.noise.floorPpm) - lnPpm) / sigma),
      ...theta.map((value, index) => (value - (prior.mean[index] as number)) / (prior.spread[index] as number)),
    ];
    return { theta, residuals, cost: residuals.reduce((sum, one) => sum + one * one, 0) };
  };
}

const STEP = 1e-3;
const MOST_STEPS = 40;

/** Parameters that are sought; the last one, the lag, is gone through step by step. */
const SOUGHT = [0, 1, 2, 3] as const;
const LAG = 4;

/** Likeliest parameters at a lag, and the triangle of the matrix of their sharpness there. */
interface Likeliest {
  readonly best: Weighed;
  readonly lower: readonly (readonly number[])[];
}

/** Likeliest parameters at the lag of those it begins with (Levenberg 1944, Marquardt 1963). */
function likeliest(weigh: (theta: Theta) => Weighed, prior: Prior, begin: Theta): Likeliest {
  let best = weigh(begin);
  let damping = 1e-2;
  const moved = (theta: Theta, by: readonly number[], sign: number): Theta =>
    theta.map((value, index) => (index === LAG ? value : within(value + sign * (by[index] as number), prior, index)));
  const sharpness = (at: Weighed, damped: number): { matrix: number[][]; slope: number[] } => {
    const columns = SOUGHT.map((index) => {
      const { residuals } = weigh(at.theta.map((value, other) => (other === index ? value + STEP : value)));
      return residuals.map((residual, row) => (residual - (at.residuals[row] as number)) / STEP);
    });
    const product = (one: readonly number[], other: readonly number[]): number => one.reduce((sum, value, row) => sum + value * (other[row] as number), 0);
    const matrix = columns.map((one, row) => columns.map((other, column) => product(one, other) * (row === column ? 1 + damped : 1)));
    return { matrix, slope: columns.map((one) => product(one, at.residuals)) };
  };
  for (let step = 0; step < MOST_STEPS && damping < 1e8; step++) {
    const { matrix, slope } = sharpness(best, damping);
    const lower = cholesky(matrix);
    const next = lower && weigh(moved(best.theta, backward(lower, forward(lower, slope)), -1));
    if (!next || next.cost >= best.cost) {
      damping *= 8;
      continue;
    }
    const gain = best.cost - next.cost;
    best = next;
    damping = Math.max(1e-6, damping / 5);
    if (gain < 1e-3) break;
  }
  const lower = cholesky(sharpness(best, 1e-9).matrix);
  return { best, lower: lower ?? SOUGHT.map((row) => SOUGHT.map((column) => (row === column ? 1 / (prior.spread[row] as number) : 0))) };
} // prettier-ignore

function within(value: number, { mean, spread }: Prior, index: number): number {
  const reach = FARTHEST * (spread[index] as number);
  return Math.min((mean[index] as number) + reach, Math.max((mean[index] as number) - reach, value));
}

interface Believed {
  readonly spaces: readonly PurgedSpace[];
  readonly lags: readonly number[];
  readonly weights: readonly number[];
}

/** Lags that are gone through, standard deviations of its prior from its middle, and where tanks begin at each. */
const LAGS = [-2.25, -1.5, -0.75, 0, 0.75, 1.5, 2.25];
const CELL = 0.75;
const TANKS = [0.8, -0.8];

/** How much wider than the posterior itself it is drawn from: what lies in its tails must be met. */
const WIDER = 1.25;

/** The best fit at each lag: tanks and lag stand in for each other along a bend that no single best fit follows. */
function alongLags(weigh: (theta: Theta) => Weighed, prior: Prior): readonly Likeliest[] {
  const at = (theta: Theta, lag: number): Theta => theta.map((value, index) => (index === LAG ? (prior.mean[LAG] as number) + lag * (prior.spread[LAG] as number) : value));
  const begun = TANKS.map((tanks) => likeliest(weigh, prior, at(prior.mean.map((value, index) => (index === 1 ? value + tanks * (prior.spread[1] as number) : value)), 0)));
  const middleOnes = begun.reduce((one, other) => (other.best.cost < one.best.cost ? other : one));
  const middleAt = LAGS.indexOf(0);
  const found: Likeliest[] = new Array<Likeliest>(LAGS.length).fill(middleOnes);
  // Outwards from the middle, each beginning where its neighbour ended.
  for (const step of [-1, 1])
    for (let index = middleAt + step; LAGS[index] !== undefined; index += step)
      found[index] = likeliest(weigh, prior, at((found[index - step] as Likeliest).best.theta, LAGS[index] as number));
  return found;
} // prettier-ignore

/**
 * Draws around the best fit at every lag, each weighed by how likely it is against how often it is drawn (importance sampling from a
 * mixture along the lag).
 */
function believed(question: PurgeFitQuestion, weigh: (theta: Theta) => Weighed, prior: Prior, seed: number): Believed & { readonly cost: number; readonly best: Weighed } {
  const found = alongLags(weigh, prior);
  const lowest = Math.min(...found.map(({ best }) => best.cost));
  const random = new SeededRandom(seed);
  // As likely as its best fit and its breadth make it, and none altogether left out.
  const lnBreadth = ({ lower }: Likeliest): number => -lower.reduce((sum, row, index) => sum + ln(row[index] as number), 0);
  const raw = found.map((one) => exp(Math.max(-60, (lowest - one.best.cost) / 2 + lnBreadth(one) - lnBreadth(found[LAGS.indexOf(0)] as Likeliest))));
  const total = raw.reduce((sum, one) => sum + one, 0);
  const often = raw.map((one) => 0.96 * (one / total) + 0.04 / raw.length);
  const lagSpread = prior.spread[LAG] as number;
  const drawn: { theta: Theta; lnWeight: number }[] = [];
  for (let draw = 0; draw < data.samples; draw++) {
    // Evenly over the mixture: what is left to luck is little.
    let [cell, share] = [0, (draw + random.next()) / data.samples];
    while (cell < often.length - 1 && share > (often[cell] as number)) share -= often[cell++] as number;
    const { best, lower } = found[cell] as Likeliest;
    const offset = CELL * (random.next() - 0.5);
    const neighbours = [found[Math.max(0, cell - 1)] as Likeliest, found[Math.min(found.length - 1, cell + 1)] as Likeliest] as const;
    const apart = CELL * (Math.min(found.length - 1, cell + 1) - Math.max(0, cell - 1));
    const deviates = SOUGHT.map(() => WIDER * normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, random.next()))));
    const away = backward(lower, deviates);
    const theta = best.theta.map((value, index) => {
      if (index === LAG) return value + offset * lagSpread;
      const bend = ((neighbours[1].best.theta[index] as number) - (neighbours[0].best.theta[index] as number)) / apart;
      return within(value + bend * offset + (away[index] as number), prior, index);
    });
    const { cost } = weigh(theta);
    const lnProposal = ln(often[cell] as number) - deviates.reduce((sum, one) => sum + (one / WIDER) ** 2, 0) / 2 - lnBreadth({ best, lower });
    drawn.push({ theta, lnWeight: (lowest - cost) / 2 - lnProposal });
  }
  const highest = Math.max(...drawn.map(({ lnWeight }) => lnWeight));
  return {
    cost: lowest,
    best: (found.find(({ best }) => best.cost === lowest) as Likeliest).best,
    spaces: drawn.map(({ theta }) => spaceOf(theta, question.planned.flowLpm)),
    lags: drawn.map(({ theta }) => exp(theta[LAG] as number)),
    weights: drawn.map(({ lnWeight }) => exp(Math.max(-60, lnWeight - highest))),
  };
} // prettier-ignore

const middle = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] as number; // prettier-ignore

/** Something wrong that shows in the readings themselves, before anything is fitted. */
function troubleInTrace({ trace }: PurgeFitQuestion): { readonly fault: PurgeTrouble; readonly atS: number } | null {
  const { rise, stuckReadings } = data.faults;
  const last = trace.slice(-stuckReadings);
  const end = trace.at(-1) as { seconds: number; ppm: number };
  // The same figure to the last place, over and over, while it should fall: nothing measures so evenly.
  if (last.length === stuckReadings && last.every(({ ppm }) => ppm === end.ppm) && end.ppm > 20 * data.noise.floorPpm)
    return { fault: 'meter', atS: (last[0] as { seconds: number }).seconds };
  const around = rise.overReadings;
  if (trace.length >= 3 * around) {
    const smooth = trace.map((_, index) => middle(trace.slice(Math.max(0, index - around + 1), index + 1).map(({ ppm }) => ppm)));
    const lowest = smooth.reduce((best, value, index) => (value < (smooth[best] as number) ? index : best), around);
    const [now, least] = [smooth.at(-1) as number, smooth[lowest] as number];
    if (lowest < smooth.length - around && now > rise.factor * least + 5 * data.noise.floorPpm)
      // To air in one step is a probe in the wrong place; what mixes takes its time.
      return { fault: (trace.at(-around)?.ppm ?? 0) > 0.8 * AIR_PPM && least < 0.3 * AIR_PPM ? 'meter' : 'tape-lifted', atS: (trace[lowest] as { seconds: number }).seconds };
  }
  return null;
} // prettier-ignore

const short = (value: number): string => String(Number(value.toPrecision(3)));
const TROUBLE_WORDS: Readonly<Record<PurgeTrouble, string>> = {
  leak: 'It settles above the target: air is drawn in. Go round tape, dams and hose ends; more flow helps only where gas is clean.',
  gas: 'It settles above the target though little air is drawn in: the gas itself. Another cylinder, a shorter or a metal hose.',
  'vent-blocked': 'It fell and all but stopped: gas no longer gets out. Clear the vent before pressure lifts the tape.',
  'tape-lifted': 'It rises: tape has lifted, a hose is off or the bottle is empty. Do not weld; find it first.',
  'larger-space': 'It falls as in a larger space than was described: look for a branch, an open dam, a wrong length.',
  trap: 'The last of it falls slowly: a dead end gives its air back. Put a vent into it, or wait for diffusion.',
  meter: 'The meter does not measure what it should: stuck, off, or its probe is in the wrong place. Look at it before trusting it.',
}; // prettier-ignore

/**
 * What the readings of a running purge say: how large the space behaves, how gas passes through it, what is drawn in, how long it
 * takes still, and what is wrong.
 * @param seed of the draws
 * @throws InputError naming every faulty field
 * Source: tanks in series (Levenspiel) seen through a lag of first order; least squares with priors (Levenberg 1944, Marquardt 1963),
 * ranges by importance sampling around them. Priors and limits of faults are estimates.
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
  const share = (of: (space: PurgedSpace) => boolean): number => spaces.reduce((sum, space, index) => sum + (of(space) ? (weights[index] as number) : 0), 0) / total;
  const chance = share((space) => steadyPpm(space) < targetPpm);
  const steady = spread(steadyPpm);
  const fault = trouble?.fault ?? troubleInFit(question, { bins, prior, fit, chance, share, steady });
  const left = spaces.map((space) => {
    const minutes = minutesTo(space, targetPpm);
    return minutes === null ? Infinity : Math.max(0, minutes - end / 60);
  });
  const stops = trouble !== null && trouble.fault !== 'meter';
  return {
    volumeL: spread(({ volumeL }) => volumeL),
    tanks: spread(({ tanks }) => tanks),
    leakLpm: spread(({ leakLpm }) => leakLpm),
    lagS: weightedSpread(fit.lags, weights),
    steadyPpm: steady,
    insidePpm: stops ? { median: (question.trace.at(-1) as { ppm: number }).ppm, range90: [0, AIR_PPM] } : spread((space) => levelAfter(space, end / 60)),
    minutesLeft: stops || chance < 0.5 ? null : openWeighted(left, weights),
    chance: stops ? 0 : chance,
    fault,
    reasons: reasonsOf(question, { steady, chance, fault, volume: spread(({ volumeL }) => volumeL), left: weightedQuantile(left, weights, 0.5), stops }),
  };
} // prettier-ignore

function openWeighted(values: readonly number[], weights: readonly number[]): OpenSpread {
  const at = (share: number): number => weightedQuantile(values, weights, share);
  const high = at(0.95);
  return { median: at(0.5), range90: [at(0.05), Number.isFinite(high) ? high : null] };
}

/**
 * Whether it fell as it should and then all but stopped, as no space with a leak does: that one comes down to its level in a curve.
 * @param cost of the best fit, squared deviations
 */
function stalls(bins: readonly Bin[], cost: number): boolean {
  const { factor, parts, deviation } = data.faults.stall;
  if (cost < deviation * bins.length) return false;
  const at = (part: number): Bin =>
    bins[Math.min(bins.length - 1, Math.round((part * (bins.length - 1)) / parts))] as Bin;
  const speeds = Array.from({ length: parts }, (_, part) => (at(part).lnPpm - at(part + 1).lnPpm) / (at(part + 1).seconds - at(part).seconds)); // prettier-ignore
  return (speeds.at(-1) as number) < factor * Math.max(...speeds);
}

function troubleInFit(
  { planned, targetPpm }: PurgeFitQuestion,
  found: {
    readonly bins: readonly Bin[];
    readonly prior: Prior;
    readonly fit: Believed & { readonly cost: number; readonly best: Weighed };
    readonly chance: number;
    readonly share: (of: (space: PurgedSpace) => boolean) => number;
    readonly steady: Spread;
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
      return [0.5, 1].map((part) => likeliest(weigher(bins, prior, planned.flowLpm, { ppm: part * ppm, timeConstantS }), prior, fit.best.theta).best.cost);
    }); // prettier-ignore
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
  reasons.push(`${trace.length} readings: it behaves like ${short(volume.median)} L (${short(volume.range90[0])} to ${short(volume.range90[1])}) and settles at ${short(steady.median)} ppm (${short(steady.range90[0])} to ${short(steady.range90[1])}).`); // prettier-ignore
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
