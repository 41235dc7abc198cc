import { exp } from '../arithmetic';
import type { MovingSource } from './rosenthal';

/** A moving source whose heat falls bell-shaped about its middle. */
export interface DistributedSource extends MovingSource {
  /** Standard deviation of the bell, m. */
  readonly sigmaM: number;
}

/** Steps of the integral over the age of the heat, in its square root; their number is even. */
const STEPS = 64;
/** Longest age that still counts, in times of `diffusivity / travel²`: heat laid before has spread away. */
const LONGEST = 36;

/**
 * How heat of an age lies through a plate, beside the half-space it was laid on: its images in both faces, or once it
 * has spread through the wall, the waves of it that are left.
 * @param spreadM2 four times diffusivity times age, m²
 */
function throughWall(depthM: number, thicknessM: number, spreadM2: number): number {
  if (spreadM2 < thicknessM * thicknessM) {
    let sum = 0;
    for (let image = -1; image <= 1; image++) {
      const away = depthM - 2 * image * thicknessM;
      sum += exp((-away * away) / spreadM2);
    }
    return sum;
  }
  const wave = (Math.PI * Math.PI * spreadM2) / (4 * thicknessM * thicknessM);
  const at = (Math.PI * depthM) / thicknessM;
  return (
    (Math.sqrt(Math.PI * spreadM2) / (2 * thicknessM)) *
    (1 + 2 * Math.cos(at) * exp(-wave) + 2 * Math.cos(2 * at) * exp(-4 * wave))
  );
}

/**
 * Temperature in a plate under a moving arc whose heat falls bell-shaped on its upper face, °C: finite in the middle of
 * the arc, and far from it the same as a point source's.
 * @param xiM distance ahead of the arc along its way, m; behind it negative
 * @param yM sideways, m
 * @param zM below the upper face, m, 0 to the thickness Source: Eagar and Tsai 1983, Temperature fields produced by
 * traveling distributed heat sources; the plate's faces by images.
 */
export function distributedPlate(
  source: DistributedSource,
  thicknessM: number,
  xiM: number,
  yM: number,
  zM: number,
): number {
  const { powerW, travelMPerS, startC, conductivity, diffusivity, sigmaM } = source;
  const variance = sigmaM * sigmaM;
  const longest = (LONGEST * diffusivity) / (travelMPerS * travelMPerS) + (2 * Math.abs(xiM)) / travelMPerS;
  const step = Math.sqrt(longest) / STEPS;
  let sum = 0;
  for (let index = 0; index <= STEPS; index++) {
    // The age is the square of what is stepped through: its root in the integrand is gone, and young heat is stepped
    // finely.
    const age = (index * step) ** 2;
    const spread = 4 * diffusivity * age;
    const along = xiM + travelMPerS * age;
    const falling = exp(-(along * along + yM * yM) / (spread + 2 * variance)) / (spread / 2 + variance);
    const weight = index === 0 || index === STEPS ? 1 : index % 2 === 1 ? 4 : 2;
    sum += weight * falling * (age === 0 ? (zM === 0 ? 1 : 0) : throughWall(zM, thicknessM, spread));
  }
  const volumetricHeat = conductivity / diffusivity;
  return startC + (powerW * ((2 * step * sum) / 3)) / (Math.PI * volumetricHeat * Math.sqrt(4 * Math.PI * diffusivity));
}
