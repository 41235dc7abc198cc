import data from '../../data/interpass-fit.json';
import { exp, ln } from '../arithmetic';
import { weightedQuantile, weightedSpread, type Spread } from '../chance';
import { InputError, type FieldError } from '../errors';

/** A weld that cools, as a thermometer sees it. */
export interface InterpassFitQuestion {
  /** Temperature it must come down to, °C. */
  readonly limitC: number;
  /** Readings since the arc stopped: seconds, °C. */
  readonly trace: readonly { readonly seconds: number; readonly tempC: number }[];
  /** Temperature around, °C, where it is known. */
  readonly ambientC?: number | undefined;
}

/** When a weld may be gone on with. */
export interface InterpassFitAnswer {
  /** From the last reading until the limit; null: it does not come down to it. An upper end of null: it may never. */
  readonly secondsLeft: { readonly median: number; readonly range90: readonly [number, number | null] } | null;
  readonly ambientC: Spread;
  /** Time constant of what leaves the part last, s. */
  readonly timeConstantS: Spread;
  /** What it is just now, °C, scatter taken out. */
  readonly nowC: Spread;
  readonly reasons: readonly string[];
}

function check({ limitC, trace, ambientC }: InterpassFitQuestion): void {
  const errors: FieldError[] = [];
  if (!(limitC >= 0 && limitC <= 600)) errors.push({ path: ['limitC'], message: 'give 0 to 600 °C' });
  if (ambientC !== undefined && !(ambientC >= -40 && ambientC <= 60))
    errors.push({ path: ['ambientC'], message: 'give -40 to 60 °C' });
  if (trace.length < data.fewestReadings)
    errors.push({ path: ['trace'], message: `give at least ${data.fewestReadings} readings` });
  let before = -Infinity;
  trace.forEach(({ seconds, tempC }, index) => {
    if (!(seconds >= 0 && seconds > before))
      errors.push({ path: ['trace', index, 'seconds'], message: 'give seconds since the arc stopped, rising' });
    if (!(tempC >= -60 && tempC <= 1600))
      errors.push({ path: ['trace', index, 'tempC'], message: 'give -60 to 1600 °C' });
    before = seconds;
  });
  if (errors.length > 0) throw new InputError(errors);
}

interface Cooling {
  readonly ambientC: number;
  readonly timeConstantS: number;
  /** What leaves slowly, and what still spreads, at the first reading, K. */
  readonly slow: number;
  readonly fast: number;
  readonly lnLikelihood: number;
}

const at = ({ ambientC, timeConstantS, slow, fast }: Cooling, seconds: number): number =>
  ambientC + slow * exp(-seconds / timeConstantS) + fast * exp(-seconds / (data.fastShare * timeConstantS));

/** The best slow and fast parts at a temperature around and a time constant; neither below nothing. */
function fitted(trace: InterpassFitQuestion['trace'], ambientC: number, timeConstantS: number): Cooling {
  const start = (trace[0] as { seconds: number }).seconds;
  let [ss, sf, ff, sy, fy] = [0, 0, 0, 0, 0];
  const rows = trace.map(({ seconds, tempC }) => {
    const since = seconds - start;
    const sigma = Math.sqrt(data.noiseC ** 2 + ((data.modelPercent / 100) * (tempC - ambientC)) ** 2);
    const [s, f, y] = [
      exp(-since / timeConstantS) / sigma,
      exp(-since / (data.fastShare * timeConstantS)) / sigma,
      (tempC - ambientC) / sigma,
    ];
    [ss, sf, ff, sy, fy] = [ss + s * s, sf + s * f, ff + f * f, sy + s * y, fy + f * y];
    return [s, f, y, sigma] as const;
  });
  const determinant = ss * ff - sf * sf;
  let [slow, fast] =
    determinant > 1e-12 * ss * ff
      ? [(sy * ff - fy * sf) / determinant, (fy * ss - sy * sf) / determinant]
      : [sy / ss, 0];
  if (fast < 0) [slow, fast] = [sy / ss, 0];
  if (slow < 0) [slow, fast] = [0, fy / ff];
  const square = rows.reduce((sum, [s, f, y, sigma]) => sum + (slow * s + fast * f - y) ** 2 + 2 * ln(sigma), 0);
  return { ambientC, timeConstantS, slow, fast, lnLikelihood: -square / 2 };
}

/** Seconds after the first reading until a temperature; Infinity: never. */
function until(cooling: Cooling, limitC: number): number {
  if (at(cooling, 0) <= limitC) return 0;
  if (cooling.ambientC >= limitC) return Infinity;
  let [low, high] = [0, cooling.timeConstantS];
  while (at(cooling, high) > limitC) [low, high] = [high, high * 2];
  while (high - low > 1e-6 * high) {
    const middle = (low + high) / 2;
    if (at(cooling, middle) > limitC) low = middle;
    else high = middle;
  }
  return high;
}

const AMBIENTS = 9;
const short = (value: number): string => String(Number(value.toPrecision(3)));
const timeWords = (seconds: number): string =>
  seconds < 100 ? `${Math.round(seconds)} s` : `${short(seconds / 60)} min`;

/** Whether the last readings rise: an arc that burns again, or a probe that was moved. */
function rises(trace: InterpassFitQuestion['trace']): boolean {
  const { aboveC, overReadings } = data.rises;
  if (trace.length < 2 * overReadings) return false;
  const mean = (from: number, to?: number): number => {
    const part = trace.slice(from, to);
    return part.reduce((sum, { tempC }) => sum + tempC, 0) / part.length;
  };
  return mean(-overReadings) > mean(-2 * overReadings, -overReadings) + aboveC;
}

/**
 * When a weld that cools is at the limit between passes, from the readings of a thermometer: a slow part that leaves
 * the metal and a fast one that still spreads in it, towards the temperature around, weighed over all pairs of
 * temperature and time constant.
 * @throws InputError naming every faulty field Source: lumped cooling (Incropera and DeWitt, Fundamentals of Heat and
 * Mass Transfer); shares and scatter are estimates.
 */
export function interpassFit(question: InterpassFitQuestion): InterpassFitAnswer {
  check(question);
  const { trace, limitC, ambientC } = question;
  const { likeliest, spread } = data.ambientC;
  const { shortest, longest, steps } = data.timeConstantS;
  const span = (trace.at(-1) as { seconds: number }).seconds - (trace[0] as { seconds: number }).seconds;
  const coolings: Cooling[] = [];
  const lnWeights: number[] = [];
  for (let one = 0; one < AMBIENTS; one++) {
    const deviation = (4 * one) / (AMBIENTS - 1) - 2;
    const around = ambientC ?? likeliest + deviation * spread;
    for (let step = 0; step < steps; step++) {
      const cooling = fitted(trace, around, shortest * exp((step / (steps - 1)) * ln(longest / shortest)));
      coolings.push(cooling);
      lnWeights.push(cooling.lnLikelihood - (ambientC === undefined ? (deviation * deviation) / 2 : 0));
    }
    if (ambientC !== undefined) break;
  }
  const highest = Math.max(...lnWeights);
  const weights = lnWeights.map((one) => exp(Math.max(-60, one - highest)));
  const left = coolings.map((cooling) => Math.max(0, until(cooling, limitC) - span));
  const share =
    left.reduce((sum, one, index) => sum + (Number.isFinite(one) ? (weights[index] as number) : 0), 0) /
    weights.reduce((sum, one) => sum + one, 0);
  const quantile = (part: number): number => weightedQuantile(left, weights, part);
  const heated = rises(trace);
  const high = quantile(0.95);
  const now = weightedSpread(
    coolings.map((cooling) => at(cooling, span)),
    weights,
  );
  const reaches = share >= 0.5 && !heated;
  return {
    secondsLeft: reaches
      ? { median: quantile(0.5), range90: [quantile(0.05), Number.isFinite(high) ? high : null] }
      : null,
    ambientC: weightedSpread(
      coolings.map((one) => one.ambientC),
      weights,
    ),
    timeConstantS: weightedSpread(
      coolings.map((one) => one.timeConstantS),
      weights,
    ),
    nowC: now,
    reasons: heated
      ? ['It gets warmer: the arc burns again, or the probe was moved. The clock begins anew when it falls.']
      : reaches
        ? [
            quantile(0.5) === 0
              ? `It is at ${short(limitC)} °C or below: go on.`
              : `${timeWords(quantile(0.5))} more to ${short(limitC)} °C, ${timeWords(quantile(0.05))} to ` +
                `${Number.isFinite(high) ? timeWords(high) : 'never'}.`,
          ]
        : [
            `It does not come down to ${short(limitC)} °C where it is this warm around: blow air on it, or take ` +
              'the limit up.',
          ],
  };
}
