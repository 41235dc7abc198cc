import {
  formatFlow,
  formatLength,
  formatTemperature,
  readFlow,
  readLength,
  readTemperature,
  LIMITS,
  type FlowUnit,
  type GaugeKind,
  type LengthUnit,
  type TemperatureUnit,
} from '@variatum/metallurgy';

/** How a quantity is read from what people type and shown to them; values are in the core's units. */
export interface Measure {
  readonly read: (text: string) => { readonly value: number; readonly understood: string } | undefined;
  readonly format: (value: number) => string;
  /** Lowest and highest value taken. */
  readonly range: readonly [number, number];
  /** Forms it may be typed in. */
  readonly example: string;
}

/** A length, mm. */
export function lengthMeasure(
  unit: LengthUnit,
  range: readonly [number, number],
  gauge?: GaugeKind,
  example = '1.5 mm, 1/16", .065 or 16 ga',
): Measure {
  return {
    read: (text) => {
      const length = readLength(text, unit, gauge);
      return length && { value: length.mm, understood: length.understood };
    },
    format: (mm) => formatLength(mm, unit),
    range,
    example,
  };
}

/** A gas flow, L/min. */
export function flowMeasure(unit: FlowUnit): Measure {
  return {
    read: (text) => readFlow(text, unit),
    format: (lpm) => formatFlow(lpm, unit),
    range: LIMITS.flowLpm,
    example: '7 L/min or 15 cfh',
  };
}

/** A temperature, °C. */
export function temperatureMeasure(unit: TemperatureUnit, range: readonly [number, number]): Measure {
  return {
    read: (text) => readTemperature(text, unit),
    format: (celsius) => formatTemperature(celsius, unit),
    range,
    example: '-20, 150 °C or 300 F',
  };
}

/** An angle, degrees. */
export function angleMeasure(range: readonly [number, number]): Measure {
  return {
    read: (text) => {
      const value = Number(
        text
          .trim()
          .replace(',', '.')
          .replace(/\s*(?:°|deg(?:rees)?)$/, ''),
      );
      return Number.isFinite(value) ? { value, understood: `${value}°` } : undefined;
    },
    format: (value) => `${value}°`,
    range,
    example: '60 or 45°',
  };
}

/** What a text comes to: a value, or why it cannot be taken. An empty text is no value and no error. */
export function judge(
  measure: Measure,
  text: string,
): { readonly value: number | null; readonly understood: string | null; readonly error: string | null } {
  if (text.trim() === '') return { value: null, understood: null, error: null };
  const read = measure.read(text);
  if (!read) return { value: null, understood: null, error: `not understood: give a form such as ${measure.example}` };
  const [low, high] = measure.range;
  if (read.value < low || read.value > high)
    return {
      value: null,
      understood: null,
      error: `give ${measure.format(low)} to ${measure.format(high)}`,
    };
  return { value: read.value, understood: read.understood, error: null };
}
