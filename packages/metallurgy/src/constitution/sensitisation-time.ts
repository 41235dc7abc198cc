import { power } from '../arithmetic';
import constants from '../../data/constitution/constants.json';

/**
 * Shortest time at the worst temperature that sensitises an 18Cr-9Ni steel, minutes.
 * @param carbonPercent mass percent; the fit covers 0.019 to 0.080; it is carried on below, where times grow long, and
 * held
 *   above
 * Source: fit to the noses of published time-temperature-sensitisation curves; within a factor of two.
 */
export function sensitisationMinutes(carbonPercent: number): number {
  const high = constants.sensitisation304.carbonRange[1] as number;
  const [a, b, c] = constants.sensitisation304.log10Minutes as [number, number, number];
  const carbon = Math.min(high, Math.max(0, carbonPercent));
  return power(10, a + b * carbon + c * carbon * carbon);
}
