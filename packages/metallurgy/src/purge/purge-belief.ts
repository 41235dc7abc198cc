import data from '../../data/purge-fit.json';
import { backward, cholesky, exp, forward, ln } from '../arithmetic';
import { normalQuantile, SeededRandom } from '../chance';
import { meteredLevels, type Trap } from './metered-level';
import { likeliestPurge } from './purge';
import type { PurgeFitQuestion } from './purge-fit';
import type { PurgedSpace } from './tanks-in-series';

/** Readings put together: their middle moment, the logarithm of their level and its scatter. */
export interface Bin {
  readonly seconds: number;
  readonly lnPpm: number;
  readonly sigma: number;
}

/** Natural logarithms of what is fitted: volume, tanks above one, leak, oxygen in the gas, lag. */
export type Theta = readonly number[];
/** Middle and standard deviation of each parameter before anything was read. */
export interface Prior {
  readonly mean: Theta;
  readonly spread: Theta;
}

/** Readings put together by time: many that scatter become fewer that scatter less. */
export function binsOf({ trace, meter }: PurgeFitQuestion): readonly Bin[] {
  const { percent, modelPercent, floorPpm } = data.noise;
  const noise = (meter?.noisePercent ?? percent) / 100;
  const count = Math.min(data.bins, trace.length);
  const bins: Bin[] = [];
  for (let bin = 0; bin < count; bin++) {
    const readings = trace.slice(
      Math.floor((bin * trace.length) / count),
      Math.floor(((bin + 1) * trace.length) / count),
    );
    const mean = (of: (one: { seconds: number; ppm: number }) => number): number =>
      readings.reduce((sum, one) => sum + of(one), 0) / readings.length;
    const lnPpm = mean(({ ppm }) => ln(ppm + floorPpm));
    const figure = floorPpm / exp(lnPpm);
    const sigma = Math.sqrt((noise * noise + figure * figure) / readings.length + (modelPercent / 100) ** 2);
    bins.push({ seconds: mean(({ seconds }) => seconds), lnPpm, sigma });
  }
  return bins;
}

/** What is believed of a purge before it was read, from what was planned. */
export function priorOf({ planned, meter }: PurgeFitQuestion): Prior {
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
export interface Weighed {
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

/** Weighs parameters by readings and prior. */
export function weigher(bins: readonly Bin[], prior: Prior, flowLpm: number, trap?: Trap) {
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
export interface Likeliest {
  readonly best: Weighed;
  readonly lower: readonly (readonly number[])[];
}

/** Likeliest parameters at the lag of those it begins with (Levenberg 1944, Marquardt 1963). */
export function likeliest(weigh: (theta: Theta) => Weighed, prior: Prior, begin: Theta): Likeliest {
  let best = weigh(begin);
  let damping = 1e-2;
  const moved = (theta: Theta, by: readonly number[], sign: number): Theta =>
    theta.map((value, index) => (index === LAG ? value : within(value + sign * (by[index] as number), prior, index)));
  const sharpness = (at: Weighed, damped: number): { matrix: number[][]; slope: number[] } => {
    const columns = SOUGHT.map((index) => {
      const { residuals } = weigh(at.theta.map((value, other) => (other === index ? value + STEP : value)));
      return residuals.map((residual, row) => (residual - (at.residuals[row] as number)) / STEP);
    });
    const product = (one: readonly number[], other: readonly number[]): number =>
      one.reduce((sum, value, row) => sum + value * (other[row] as number), 0);
    const matrix = columns.map((one, row) =>
      columns.map((other, column) => product(one, other) * (row === column ? 1 + damped : 1)),
    );
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
  return {
    best,
    lower:
      lower ?? SOUGHT.map((row) => SOUGHT.map((column) => (row === column ? 1 / (prior.spread[row] as number) : 0))),
  };
}

function within(value: number, { mean, spread }: Prior, index: number): number {
  const reach = FARTHEST * (spread[index] as number);
  return Math.min((mean[index] as number) + reach, Math.max((mean[index] as number) - reach, value));
}

/** Spaces and lags the readings allow, each with its weight. */
export interface Believed {
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
  const at = (theta: Theta, lag: number): Theta =>
    theta.map((value, index) =>
      index === LAG ? (prior.mean[LAG] as number) + lag * (prior.spread[LAG] as number) : value,
    );
  const begun = TANKS.map((tanks) =>
    likeliest(
      weigh,
      prior,
      at(
        prior.mean.map((value, index) => (index === 1 ? value + tanks * (prior.spread[1] as number) : value)),
        0,
      ),
    ),
  );
  const middleOnes = begun.reduce((one, other) => (other.best.cost < one.best.cost ? other : one));
  const middleAt = LAGS.indexOf(0);
  const found: Likeliest[] = new Array<Likeliest>(LAGS.length).fill(middleOnes);
  // Outwards from the middle, each beginning where its neighbour ended.
  for (const step of [-1, 1])
    for (let index = middleAt + step; LAGS[index] !== undefined; index += step)
      found[index] = likeliest(weigh, prior, at((found[index - step] as Likeliest).best.theta, LAGS[index] as number));
  return found;
}

/**
 * Draws around the best fit at every lag, each weighed by how likely it is against how often it is drawn (importance
 * sampling from a mixture along the lag).
 */
export function believed(
  question: PurgeFitQuestion,
  weigh: (theta: Theta) => Weighed,
  prior: Prior,
  seed: number,
): Believed & { readonly cost: number; readonly best: Weighed } {
  const found = alongLags(weigh, prior);
  const lowest = Math.min(...found.map(({ best }) => best.cost));
  const random = new SeededRandom(seed);
  // As likely as its best fit and its breadth make it, and none altogether left out.
  const lnBreadth = ({ lower }: Likeliest): number =>
    -lower.reduce((sum, row, index) => sum + ln(row[index] as number), 0);
  const raw = found.map((one) =>
    exp(Math.max(-60, (lowest - one.best.cost) / 2 + lnBreadth(one) - lnBreadth(found[LAGS.indexOf(0)] as Likeliest))),
  );
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
    const neighbours = [
      found[Math.max(0, cell - 1)] as Likeliest,
      found[Math.min(found.length - 1, cell + 1)] as Likeliest,
    ] as const;
    const apart = CELL * (Math.min(found.length - 1, cell + 1) - Math.max(0, cell - 1));
    const deviates = SOUGHT.map(() => WIDER * normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, random.next()))));
    const away = backward(lower, deviates);
    const theta = best.theta.map((value, index) => {
      if (index === LAG) return value + offset * lagSpread;
      const bend = ((neighbours[1].best.theta[index] as number) - (neighbours[0].best.theta[index] as number)) / apart;
      return within(value + bend * offset + (away[index] as number), prior, index);
    });
    const { cost } = weigh(theta);
    const lnProposal =
      ln(often[cell] as number) -
      deviates.reduce((sum, one) => sum + (one / WIDER) ** 2, 0) / 2 -
      lnBreadth({ best, lower });
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
}
