import data from '../../data/constitution/balmforth-lippold.json';
import { interpolate, type DiagramPoint } from './planar-geometry';
import { fromJson } from '../from-json';

const ISO_LINES = Object.entries(data.isoFerritePercent)
  .map(([percent, points]) => ({
    percent: Number(percent),
    // Every iso-line is given at the same nickel equivalents: read it as chromium over nickel.
    chromiumByNickel: fromJson<readonly DiagramPoint[]>(points).map(([chromium, nickel]): DiagramPoint => [
      nickel,
      chromium,
    ]),
  }))
  .sort((left, right) => left.percent - right.percent);

/**
 * Ferrite of a ferritic-martensitic weld metal, percent 0 to 100, the rest martensite.
 * @param chromiumEquivalent Cr + 2 Mo + 10 (Al + Ti), mass percent, 8 to 30
 * @param nickelEquivalent Ni + 35 C + 20 N, mass percent, 0 to 6
 * Source: Balmforth and Lippold, Welding Journal 79 (2000), 339-s; borders calibrated, low confidence.
 */
export function balmforthLippoldFerritePercent(chromiumEquivalent: number, nickelEquivalent: number): number {
  const nickel = Math.min(6, Math.max(0, nickelEquivalent));
  let below: DiagramPoint | undefined;
  for (const line of ISO_LINES) {
    const chromium = interpolate(nickel, line.chromiumByNickel);
    if (chromiumEquivalent < chromium) {
      if (!below) return 0;
      return below[1] + ((line.percent - below[1]) * (chromiumEquivalent - below[0])) / (chromium - below[0]);
    }
    below = [chromium, line.percent];
  }
  return 100;
}
