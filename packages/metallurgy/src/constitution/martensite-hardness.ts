import constants from '../../data/constitution/constants.json';

/**
 * Hardness of fresh martensite, HV.
 * @param carbonPercent mass percent; the cubic form peaks near 1 %, so higher contents are read as 0.8 %
 * Source: Yurioka, Ohshita and Tamehiro (1987): 884 C (1 - 0.3 C²) + 294.
 */
export function martensiteHardness(carbonPercent: number): number {
  const { slope, cubic, base } = constants.martensiteHardness;
  const carbon = Math.min(0.8, carbonPercent);
  return slope * carbon * (1 - cubic * carbon * carbon) + base;
}
