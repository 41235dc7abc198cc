import { exp } from '../arithmetic';

/** A plate and the arc that went over it, SI. */
export interface CraterQuestion {
  /** Power that stays in the metal, W. */
  readonly powerW: number;
  readonly travelMPerS: number;
  readonly thicknessM: number;
  readonly conductivity: number;
  readonly diffusivity: number;
  /** How long the arc had been going, s. */
  readonly weldedS: number;
  /** How long the current takes to fall to nothing, s. */
  readonly downSlopeS: number;
  /** Loss from each surface, W/m²K. */
  readonly lossWPerM2K: number;
  readonly ambientC: number;
}

const STEPS = 160;

/** Sum of the images of a point in a plate's two faces: 1 while they are far, growing as heat fills the thickness. */
function faces(thicknessM: number, spread: number): number {
  const ratio = (thicknessM * thicknessM) / spread;
  if (ratio < 0.4) return Math.sqrt((Math.PI * spread) / (thicknessM * thicknessM));
  return 1 + 2 * (exp(-ratio) + exp(-4 * ratio) + exp(-9 * ratio));
}

/**
 * Temperature of the place where an arc stopped, °C: instantaneous sources along the way it came, their images in the
 * two faces, and a linear loss from both surfaces, superposed.
 * @param afterS since the current began to fall, s; above 0
 * Source: superposition of instantaneous point sources (Carslaw and Jaeger, Conduction of Heat in Solids).
 */
export function craterTemperature(question: CraterQuestion, afterS: number): number {
  const { powerW, travelMPerS, thicknessM, conductivity, diffusivity, weldedS, downSlopeS, lossWPerM2K, ambientC } =
    question;
  const capacity = conductivity / diffusivity;
  const decay = (2 * lossWPerM2K) / (capacity * thicknessM);
  let rise = 0;
  // Ages are stepped evenly in their square root: young sources change fastest.
  const from = Math.sqrt(Math.max(1e-3, afterS - downSlopeS));
  const to = Math.sqrt(afterS + weldedS);
  const step = (to - from) / STEPS;
  for (let index = 0; index < STEPS; index++) {
    const root = from + (index + 0.5) * step;
    const age = root * root;
    const before = age - afterS;
    const distance = before > 0 ? before * travelMPerS : 0;
    const power = before > 0 ? powerW : powerW * Math.max(0, 1 + before / Math.max(1e-6, downSlopeS));
    const spread = diffusivity * age;
    const four = 4 * Math.PI * spread;
    const kernel =
      ((2 * faces(thicknessM, spread)) / (capacity * four * Math.sqrt(four))) *
      exp(-(distance * distance) / (4 * spread) - decay * age);
    rise += power * kernel * 2 * root * step;
  }
  return ambientC + rise;
}

/**
 * Seconds after the current began to fall until the crater is below a temperature.
 * @param mostS no longer than this is looked for
 */
export function secondsUntilBelow(question: CraterQuestion, temperatureC: number, mostS: number): number {
  let [low, high] = [Math.max(0.05, question.downSlopeS), mostS];
  if (craterTemperature(question, low) <= temperatureC) return low;
  if (craterTemperature(question, high) > temperatureC) return mostS;
  while (high - low > 0.05) {
    const middle = (low + high) / 2;
    if (craterTemperature(question, middle) > temperatureC) low = middle;
    else high = middle;
  }
  return high;
}
