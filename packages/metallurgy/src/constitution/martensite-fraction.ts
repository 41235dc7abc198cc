import { exp } from '../arithmetic';
import constants from '../../data/constitution/constants.json';

/**
 * Fraction of the austenite that has turned to martensite on cooling to room temperature, 0 to 1.
 * @param martensiteStartC martensite start temperature, °C
 * Source: Koistinen and Marburger, Acta Metallurgica 7 (1959), 59.
 */
export function martensiteFraction(martensiteStartC: number): number {
  const { rate, temperatureC } = constants.koistinenMarburger;
  return martensiteStartC > temperatureC ? 1 - exp(-rate * (martensiteStartC - temperatureC)) : 0;
}
