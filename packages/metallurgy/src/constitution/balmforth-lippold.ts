import data from '../../data/constitution/balmforth-lippold.json';
import { curve, type Curve } from '../arithmetic';
import { fromJson } from '../from-json';

interface IsoLine {
  readonly percent: number;
  readonly chromiumByNickel: Curve;
}

const ISO_LINES: readonly IsoLine[] = Object.entries(data.isoFerritePercent)
  .map(([percent, points]) => ({
    percent: Number(percent),
    // Every iso-line is given at the same nickel equivalents: read it as chromium over nickel.
    chromiumByNickel: curve(
      fromJson<readonly [number, number][]>(points).map(([chromium, nickel]) => [nickel, chromium]),
    ),
  }))
  .sort((left, right) => left.percent - right.percent);

/**
 * Ferrite of a ferritic-martensitic weld metal before it is cut off at 0 and 100 percent: how far beyond the border a
 * pool lies, so that scatter can be laid on before the cut.
 * @param chromiumEquivalent Cr + 2 Mo + 10 (Al + Ti), mass percent, 8 to 30
 * @param nickelEquivalent Ni + 35 C + 20 N, mass percent, 0 to 6
 * @returns percent, continuous; carried on beyond the outer lines with their own spacing
 * Source: Balmforth and Lippold, Welding Journal 79 (2000), 339-s; borders calibrated, low confidence.
 */
export function balmforthLippoldLatentPercent(chromiumEquivalent: number, nickelEquivalent: number): number {
  const nickel = Math.min(6, Math.max(0, nickelEquivalent));
  let line = 1;
  while (line < ISO_LINES.length - 1 && chromiumEquivalent > (ISO_LINES[line] as IsoLine).chromiumByNickel(nickel))
    line++;
  const below = ISO_LINES[line - 1] as IsoLine;
  const above = ISO_LINES[line] as IsoLine;
  const from = below.chromiumByNickel(nickel);
  const to = above.chromiumByNickel(nickel);
  return below.percent + ((above.percent - below.percent) * (chromiumEquivalent - from)) / (to - from);
}

/**
 * Ferrite of a ferritic-martensitic weld metal, percent 0 to 100, the rest martensite. As
 * `balmforthLippoldLatentPercent`.
 */
export function balmforthLippoldFerritePercent(chromiumEquivalent: number, nickelEquivalent: number): number {
  return Math.min(100, Math.max(0, balmforthLippoldLatentPercent(chromiumEquivalent, nickelEquivalent)));
}
