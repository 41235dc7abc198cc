import {
  formatFlow,
  formatTemperature,
  SAID_HOTTEST_C,
  type FlowUnit,
  type LengthUnit,
  type TemperatureUnit,
} from '@variatum/metallurgy';

const MM_PER_INCH = 25.4;

/** Figures of a weld in units of a workshop's own. */
export interface WeldFigures {
  /** Units of a length along a seam, of travel and of heat input. */
  readonly along: string;
  readonly travel: string;
  readonly heatInput: string;
  /**
   * A temperature, to whole degrees; what is near melting only as over a border, since no metal is hotter and still a
   * bead.
   */
  warmth(celsius: number): string;
  /** A length along a seam, without its unit. */
  alongOf(mm: number): string;
  travelOf(mmPerS: number): string;
  heatInputOf(kJPerMm: number): string;
  /** A flow of gas, to whole litres. */
  flow(lpm: number): string;
}

export function weldFigures(length: LengthUnit, temperature: TemperatureUnit, flow: FlowUnit = 'L/min'): WeldFigures {
  const metric = length === 'mm';
  return {
    along: metric ? 'mm' : 'in',
    travel: metric ? 'mm/s' : 'in/min',
    heatInput: metric ? 'kJ/mm' : 'kJ/in',
    warmth: (celsius) =>
      celsius > SAID_HOTTEST_C
        ? `over ${formatTemperature(SAID_HOTTEST_C, temperature)}`
        : formatTemperature(Math.round(celsius), temperature),
    alongOf: (mm) => (metric ? String(Math.round(mm)) : (mm / MM_PER_INCH).toFixed(2)),
    travelOf: (mmPerS) => (metric ? mmPerS.toFixed(1) : ((60 * mmPerS) / MM_PER_INCH).toFixed(1)),
    flow: (lpm) => formatFlow(Math.round(lpm), flow),
    heatInputOf: (kJPerMm) => (metric ? kJPerMm.toFixed(2) : (MM_PER_INCH * kJPerMm).toFixed(1)),
  };
}
