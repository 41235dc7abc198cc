import vent from '../../data/vent.json';
import { power } from '../arithmetic';
import { GAS } from './gas';

/** The gap of the joint that is not welded yet. */
export interface OpenGap {
  /** Length of the whole seam, mm. */
  readonly ringMm: number;
  readonly gapMm: number;
  /** Part of it that is welded, or taped, 0 to 1. */
  readonly weldedFraction: number;
}

const roundArea = (diameterMm: number): number => (Math.PI / 4) * diameterMm * diameterMm;

/** Area of round holes, mm². */
export const holesArea = (holesMm: readonly number[]): number =>
  holesMm.reduce((sum, hole) => sum + roundArea(hole), 0);
/** Area of what is open of a gap, mm². */
export const gapArea = ({ ringMm, gapMm, weldedFraction }: OpenGap): number => ringMm * gapMm * (1 - weldedFraction);

/** Pressure behind openings, Pa: `½ ρ (Q / Cd ΣA)²`. @param areaMm2 of all openings together; 0: infinite */
export function openingPressure(flowLpm: number, areaMm2: number): number {
  if (areaMm2 <= 0) return Infinity;
  const speed = flowLpm / 60000 / (GAS.dischargeCoefficient * areaMm2 * 1e-6);
  return (GAS.argonKgPerM3 / 2) * speed * speed;
}

/** Area that leaves a pressure behind it, mm². */
export const areaFor = (flowLpm: number, pressurePa: number): number =>
  pressurePa <= 0
    ? Infinity
    : (flowLpm / 60000 / (GAS.dischargeCoefficient * Math.sqrt((2 * pressurePa) / GAS.argonKgPerM3))) * 1e6;

/** One round hole of an area, mm. */
export const holeOf = (areaMm2: number): number => Math.sqrt((4 / Math.PI) * areaMm2);

/** Hole under tape with a cross cut, mm. */
export const CROSS_CUT_MM = vent.crossCut.openMm;

/** Pressure behind tape with a cross cut over a hole: the flaps open with the pressure, up to the whole hole, Pa. */
export function crossCutPressure(flowLpm: number, holeMm: number = CROSS_CUT_MM): number {
  const full = roundArea(holeMm);
  const wide = openingPressure(flowLpm, full);
  if (wide >= vent.crossCut.fullPa) return wide;
  // Area grows with the pressure: A = full p / p_full, and p A² is what the flow asks for.
  return power(wide * vent.crossCut.fullPa * vent.crossCut.fullPa, 1 / 3);
}
