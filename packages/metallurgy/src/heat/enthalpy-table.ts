import type { ThermalMaterial } from './thermal-material';

const LOWEST_C = -40;
const HIGHEST_C = 8000;
const BINS = 4096;

/**
 * Temperature, conductivity and heat capacity of a metal by the heat it holds, in even steps: what a step of the
 * simulation looks up for every cell. The heat of fusion lies between solidus and liquidus, so that no melting front
 * need be followed.
 */
export interface EnthalpyTable {
  /** Heat held at the first bin, J/m³; 0 at 0 °C. */
  readonly lowest: number;
  /** Bins for each J/m³. */
  readonly perJoule: number;
  readonly bins: number;
  /** °C at the start of each bin, one more than there are bins. */
  readonly temperature: Float64Array;
  /** W/mK in each bin. */
  readonly conductivity: Float64Array;
  /** J/m³K in each bin, fusion included. */
  readonly capacity: Float64Array;
}

/** Heat held at each of many temperatures, J/m³. */
function held(material: ThermalMaterial): { readonly temperatures: Float64Array; readonly joules: Float64Array } {
  const count = 16080;
  const temperatures = new Float64Array(count + 1);
  const joules = new Float64Array(count + 1);
  const { solidusC, latentJPerKg, capacity, densityKgPerM3 } = material;
  const liquidusC = Math.max(material.liquidusC, solidusC + 1);
  const step = (HIGHEST_C - LOWEST_C) / count;
  for (let index = 0; index <= count; index++) temperatures[index] = LOWEST_C + index * step;
  for (let index = 1; index <= count; index++) {
    const [low, high] = [temperatures[index - 1] as number, temperatures[index] as number];
    const melting = Math.max(0, Math.min(high, liquidusC) - Math.max(low, solidusC)) / (liquidusC - solidusC);
    const gained = capacity((low + high) / 2) * step + melting * latentJPerKg;
    joules[index] = (joules[index - 1] as number) + densityKgPerM3 * gained;
  }
  const zero = Math.round((0 - LOWEST_C) / step);
  const offset = joules[zero] as number;
  for (let index = 0; index <= count; index++) joules[index] = (joules[index] as number) - offset;
  return { temperatures, joules };
}

/** Lays the table of a metal out. */
export function enthalpyTable(material: ThermalMaterial): EnthalpyTable {
  const { temperatures, joules } = held(material);
  const lowest = joules[0] as number;
  const highest = joules[joules.length - 1] as number;
  const width = (highest - lowest) / BINS;
  const temperature = new Float64Array(BINS + 2);
  const conductivity = new Float64Array(BINS + 2);
  const capacity = new Float64Array(BINS + 2);
  let from = 0;
  for (let bin = 0; bin <= BINS + 1; bin++) {
    const wanted = Math.min(highest, lowest + bin * width);
    while (from < joules.length - 2 && (joules[from + 1] as number) < wanted) from++;
    const [low, high] = [joules[from] as number, joules[from + 1] as number];
    const share = (wanted - low) / (high - low);
    temperature[bin] =
      (temperatures[from] as number) + share * ((temperatures[from + 1] as number) - (temperatures[from] as number));
  }
  for (let bin = 0; bin <= BINS; bin++) {
    const rise = (temperature[bin + 1] as number) - (temperature[bin] as number);
    capacity[bin] = rise > 0 ? width / rise : (capacity[bin - 1] as number);
    conductivity[bin] = material.conductivity(((temperature[bin] as number) + (temperature[bin + 1] as number)) / 2);
  }
  return { lowest, perJoule: 1 / width, bins: BINS, temperature, conductivity, capacity };
}

/** Heat a metal holds at a temperature, J/m³. */
export function heatHeld(table: EnthalpyTable, temperatureC: number): number {
  const { temperature, lowest, perJoule, bins } = table;
  let [low, high] = [0, bins];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((temperature[middle] as number) <= temperatureC) low = middle;
    else high = middle;
  }
  const [from, to] = [temperature[low] as number, temperature[low + 1] as number];
  return lowest + (low + (temperatureC - from) / (to - from)) / perJoule;
}
