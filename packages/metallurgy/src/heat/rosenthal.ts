import { besselK0, exp } from '../arithmetic';

/** A point source that moves steadily over metal with constant properties, SI. */
export interface MovingSource {
  /** Power that stays in the metal, W. */
  readonly powerW: number;
  readonly travelMPerS: number;
  readonly startC: number;
  /** W/mK */
  readonly conductivity: number;
  /** m²/s */
  readonly diffusivity: number;
}

/**
 * Temperature in a thick body under a moving point source, °C.
 * @param xiM distance ahead of the source along its way, m; behind it negative
 * @param yM sideways, m
 * @param zM below the surface, m; at the source itself the temperature is infinite
 * Source: Rosenthal 1946, The theory of moving sources of heat and its application to metal treatments.
 */
export function rosenthalThick(source: MovingSource, xiM: number, yM: number, zM: number): number {
  const distance = Math.sqrt(xiM * xiM + yM * yM + zM * zM);
  if (distance === 0) return Infinity;
  const { powerW, travelMPerS, startC, conductivity, diffusivity } = source;
  const falling = exp((-travelMPerS * (xiM + distance)) / (2 * diffusivity));
  return startC + (powerW / (2 * Math.PI * conductivity * distance)) * falling;
}

/**
 * Temperature in a thin sheet that is equally hot through its thickness, under a moving line source, °C.
 * @param thicknessM of the sheet, m
 * Source: Rosenthal 1946.
 */
export function rosenthalThin(source: MovingSource, thicknessM: number, xiM: number, yM: number): number {
  const distance = Math.sqrt(xiM * xiM + yM * yM);
  if (distance === 0) return Infinity;
  const { powerW, travelMPerS, startC, conductivity, diffusivity } = source;
  const reach = travelMPerS / (2 * diffusivity);
  return startC + (powerW / (2 * Math.PI * conductivity * thicknessM)) * exp(-reach * xiM) * besselK0(reach * distance);
}

/** Images beyond this many wall thicknesses are replaced by the sheet they come to. */
const IMAGES = 6;

/**
 * Temperature in a plate of any thickness: the thick body's source and its images in both faces, which no heat leaves.
 * Near the source it is the thick body, far from it the thin sheet. Source: method of images (Carslaw and Jaeger,
 * Conduction of Heat in Solids); what lies beyond the sixth image is taken as spread evenly.
 */
export function rosenthalPlate(source: MovingSource, thicknessM: number, xiM: number, yM: number, zM: number): number {
  let rise = 0;
  for (let image = -IMAGES; image <= IMAGES; image++)
    rise += rosenthalThick({ ...source, startC: 0 }, xiM, yM, zM + 2 * image * thicknessM);
  return source.startC + rise + beyondImages(source, thicknessM, xiM, yM);
}

/** Heat of the images from `IMAGES + 1/2` on, spread over the depth: an integral in place of the sum, both ways. */
function beyondImages(source: MovingSource, thicknessM: number, xiM: number, yM: number): number {
  const { powerW, travelMPerS, conductivity, diffusivity } = source;
  const reach = travelMPerS / (2 * diffusivity);
  const flat = xiM * xiM + yM * yM;
  const from = (2 * IMAGES + 1) * thicknessM;
  // Depth runs on geometrically: the integrand falls off as 1/z, then as exp(−reach z).
  let [sum, at] = [0, from];
  const ratio = 1.15;
  for (let step = 0; step < 60; step++) {
    const next = at * ratio;
    const middle = (at + next) / 2;
    const distance = Math.sqrt(flat + middle * middle);
    const term = (exp(-reach * (xiM + distance)) / distance) * (next - at);
    sum += term;
    if (term < 1e-9 * sum) break;
    at = next;
  }
  return (powerW / (2 * Math.PI * conductivity)) * (sum / thicknessM);
}
