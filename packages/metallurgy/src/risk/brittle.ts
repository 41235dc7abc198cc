import { step } from '../arithmetic';
import type { Explanation } from './mechanism';
import type { RiskSample } from './risk-sample';

/**
 * How brittle metal is at a temperature, beyond what it is at freezing, 0 to 1: cold below freezing alone costs
 * nothing.
 * @param temperatureC at or below 0 °C
 * @param turnsC temperature at which half of it has turned brittle, °C
 * @param widthC over how many kelvin the odds change by a factor e
 */
export function brittleAt(temperatureC: number, turnsC: number, widthC: number): number {
  const warm = step(turnsC, 0, widthC);
  return Math.max(0, step(turnsC, temperatureC, widthC) - warm) / (1 - warm);
}

/** Lowest temperature of service at or below freezing, °C; undefined where none is stated. */
export function coldOf({ service: { lowestC } }: Pick<RiskSample, 'service'>): number | undefined {
  return lowestC === undefined || lowestC > 0 ? undefined : lowestC;
}

/** What is said where `coldOf` finds no cold. */
export const NO_COLD: Explanation = { drivers: [], reason: 'No cold service is stated.', remedy: 'None needed.' };
