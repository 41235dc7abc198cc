import {
  ANALYSER_FAULTS,
  findGrade,
  GAUGE_FAULTS,
  PURGE_FAULTS,
  readAnalyser,
  readGauge,
  readOxygen,
  readThermometer,
  THERMOMETER_FAULTS,
  USUAL_METERS,
  type Composition,
} from '@variatum/metallurgy';

/** Kinds of simulated instruments. */
export const INSTRUMENTS = ['oxygen', 'temperature', 'ferrite', 'analyser'] as const;
export type Instrument = (typeof INSTRUMENTS)[number];

const FAULTS: Readonly<Record<Instrument, readonly string[]>> = {
  oxygen: PURGE_FAULTS,
  temperature: THERMOMETER_FAULTS,
  ferrite: GAUGE_FAULTS,
  analyser: ANALYSER_FAULTS,
};

/** What of a scenario is said, as texts: of an address or of flags. */
export interface Said {
  readonly seed?: string | undefined;
  /** Fault and the second it comes, as `tape-lifted@120`. */
  readonly fault?: string | undefined;
  /** Of a purge: litres, flow in L/min, air drawn in in L/min. */
  readonly litres?: string | undefined;
  readonly flow?: string | undefined;
  readonly leak?: string | undefined;
  /** Of a bead: how far the metal comes up, and the second the arc goes out. */
  readonly rise?: string | undefined;
  readonly arc?: string | undefined;
  readonly fn?: string | undefined;
  readonly grade?: string | undefined;
}

/** A line of the wire format at a moment, without the moment. */
export type LineAt = (seconds: number) => Readonly<Record<string, unknown>>;

/** Something that was said is wrong: what, and what would be right. */
export class WrongScenario extends Error {}

function number(said: string | undefined, name: string, otherwise: number, least: number, most: number): number {
  if (said === undefined) return otherwise;
  const value = Number(said);
  if (!(value >= least && value <= most)) throw new WrongScenario(`${name}: give ${least} to ${most}`);
  return value;
}

function faultOf<Kind extends string>(
  said: string | undefined,
  kinds: readonly Kind[],
): { readonly fault?: { readonly kind: Kind; readonly atS: number } } {
  if (said === undefined) return {};
  const [name = '', at = '0'] = said.split('@');
  const kind = kinds.find((one) => one === name);
  if (kind === undefined)
    throw new WrongScenario(`fault: use one of ${kinds.join(', ')}, with @ and the second it comes`);
  return { fault: { kind, atS: number(at, 'fault', 0, 0, 1e6) } };
}

/**
 * Lines of a simulated instrument: at the same second always the same.
 * @throws WrongScenario naming what is wrong and what would be right
 */
export function linesOf(kind: Instrument, said: Said): LineAt {
  const seed = number(said.seed, 'seed', 1, 0, 1e9);
  switch (kind) {
    case 'oxygen': {
      const scenario = {
        space: {
          volumeL: number(said.litres, 'litres', 1, 0.01, 10_000),
          flowLpm: number(said.flow, 'flow', 8, 0.1, 60),
          leakLpm: number(said.leak, 'leak', 0.0003, 0, 10),
          gasPpm: 8,
          tanks: 2,
        },
        meter: USUAL_METERS.oxygen,
        ...faultOf(said.fault, PURGE_FAULTS),
      };
      return (seconds) => ({ ppm: readOxygen(scenario, seed, seconds) });
    }
    case 'temperature': {
      const endS = number(said.arc, 'arc', 30, 1, 3600);
      const scenario = {
        ambientC: 20,
        arcs: [{ startS: 0, endS, riseC: number(said.rise, 'rise', 260, 0, 1400) }],
        coolsS: 110,
        meter: USUAL_METERS.temperature,
        ...faultOf(said.fault, THERMOMETER_FAULTS),
      };
      return (seconds) => ({ tempC: readThermometer(scenario, seed, seconds) });
    }
    case 'ferrite': {
      const scenario = { ferriteNumber: number(said.fn, 'fn', 7, 0, 120), ...faultOf(said.fault, GAUGE_FAULTS) };
      return (seconds) => ({ fn: readGauge(scenario, seed, seconds) });
    }
    case 'analyser': {
      const grade = findGrade(said.grade ?? '304L');
      if (!grade) throw new WrongScenario(`grade: "${said.grade ?? ''}" is not in the catalogue`);
      const scenario = { composition: grade.typical as Composition, ...faultOf(said.fault, ANALYSER_FAULTS) };
      return (seconds) => ({ reading: readAnalyser(scenario, seed, seconds) });
    }
  }
}

/** Kinds and their faults, a line each. */
export const listed = (): string => INSTRUMENTS.map((kind) => `  ${kind}: ${FAULTS[kind].join(', ')}`).join('\n');
