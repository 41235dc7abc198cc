import { readNumber } from './length';

/** What a text was understood to mean, in the core's unit. */
export interface Understood {
  readonly value: number;
  readonly understood: string;
}

/** Units people use for gas flow. */
export type FlowUnit = 'L/min' | 'cfh';
/** Units people use for temperatures. */
export type TemperatureUnit = '°C' | '°F';

/** A cube of 0.3048 m, exactly. */
const LITRES_PER_CUBIC_FOOT = 28.316846592;
const toFahrenheit = (celsius: number): number => (celsius * 9) / 5 + 32;
const toCelsius = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9;
const cfhToLpm = (cfh: number): number => (cfh * LITRES_PER_CUBIC_FOOT) / 60;

/** A gas flow in the user's unit. @param lpm litres a minute */
export function formatFlow(lpm: number, unit: FlowUnit): string {
  if (unit === 'L/min') return `${Number(lpm.toFixed(1))} L/min`;
  const cfh = lpm / cfhToLpm(1);
  return `${Number(cfh.toFixed(cfh < 10 ? 1 : 0))} cfh`;
}

/**
 * Understands a gas flow: `7`, `7 l/min`, `15 cfh`.
 * @returns litres a minute; undefined when it cannot be understood
 */
export function readFlow(text: string, unit: FlowUnit = 'L/min'): Understood | undefined {
  const parts = /^([\d.,\s/]+?)\s*(l\/min|lpm|l\s*\/\s*min|cfh|ft3\/h|scfh|)$/i.exec(text.trim());
  const number = parts && readNumber(parts[1] as string);
  if (!parts || number === undefined || number === null) return undefined;
  const word = (parts[2] as string).toLowerCase();
  const imperial = word === '' ? unit === 'cfh' : /cfh|ft3/.test(word);
  const value = imperial ? cfhToLpm(number) : number;
  return { value, understood: `${formatFlow(value, 'L/min')} (${formatFlow(value, 'cfh')})` };
}

/** A temperature in the user's unit. @param celsius °C */
export function formatTemperature(celsius: number, unit: TemperatureUnit): string {
  const value = unit === '°C' ? celsius : toFahrenheit(celsius);
  return `${Number(value.toFixed(0))} ${unit}`;
}

/** Understands a temperature: `-20`, `300 F`, `150 °C`. @returns °C; undefined when it cannot be understood */
export function readTemperature(text: string, unit: TemperatureUnit = '°C'): Understood | undefined {
  const parts = /^([+\-−]?)\s*([\d.,]+)\s*(?:°|deg)?\s*([cf]?)$/i.exec(text.trim());
  const size = parts && readNumber(parts[2] as string);
  if (!parts || size === undefined || size === null) return undefined;
  const number = parts[1] === '' || parts[1] === '+' ? size : -size;
  const letter = (parts[3] as string).toUpperCase() || (unit === '°F' ? 'F' : 'C');
  const value = letter === 'F' ? toCelsius(number) : number;
  return { value, understood: `${formatTemperature(value, '°C')} (${formatTemperature(value, '°F')})` };
}
