import data from '../../data/heat.json';

/** Colour of the oxide film between two distances from the middle of the bead. */
export interface TintBand {
  readonly tint: string;
  readonly fromMm: number;
  readonly toMm: number;
}

/** How far colours come later with more chromium, K; below nothing with less. @param chromiumPercent mass percent */
export const tintShift = (chromiumPercent: number): number =>
  data.tints.kelvinPerChromium * (chromiumPercent - data.tints.referenceChromium);

/** Lowest temperature of each colour for a metal with so much chromium, palest first, °C. */
export function tintLevels(chromiumPercent: number): readonly { readonly tint: string; readonly fromC: number }[] {
  const { levels, scaleFromC } = data.tints;
  const shift = tintShift(chromiumPercent);
  return [...levels, { tint: 'grey scale', fromC: scaleFromC }].map(({ tint, fromC }) => ({
    tint,
    fromC: fromC + shift,
  }));
}

/** Colour that a temperature in air leaves; null below the first. */
export function tintAt(temperatureC: number, chromiumPercent: number): string | null {
  let found: string | null = null;
  for (const { tint, fromC } of tintLevels(chromiumPercent)) if (temperatureC >= fromC) found = tint;
  return found;
}

/**
 * Bands of colour beside a bead, from the bead outwards.
 * @param hottest temperature that counts for the film, °C, falling with distance from the middle of the bead in mm
 * @param fromMm where the metal begins that was not melted
 * @param mostMm no farther is looked
 */
export function tintBands(
  hottest: (distanceMm: number) => number,
  chromiumPercent: number,
  fromMm: number,
  mostMm: number,
): readonly TintBand[] {
  const outside = (levelC: number): number => {
    if (hottest(fromMm) < levelC) return fromMm;
    if (hottest(mostMm) >= levelC) return mostMm;
    let [near, far] = [fromMm, mostMm];
    for (let step = 0; step < 30; step++) {
      const middle = (near + far) / 2;
      if (hottest(middle) >= levelC) near = middle;
      else far = middle;
    }
    return near;
  };
  const levels = [...tintLevels(chromiumPercent)].reverse();
  let from = fromMm;
  const bands: TintBand[] = [];
  for (const { tint, fromC } of levels) {
    const to = outside(fromC);
    if (to > from) bands.push({ tint, fromMm: from, toMm: to });
    from = Math.max(from, to);
  }
  return bands;
}
