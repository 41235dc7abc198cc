import data from '../../data/vent.json';
import { exp } from '../arithmetic';
import { InputError, type FieldError } from '../errors';
import { isWithin, LIMITS } from '../piece';
import { AIR_PPM, GAS } from './gas';
import { areaFor, gapArea, holeOf, holesArea, openingPressure, type OpenGap } from './openings';
import { bulgePressure, poolDeflection, poolWeight, type SupportedPool } from './pool-support';

/** Of a thicker wall one pass melts no more, mm. */
export const DEEPEST_POOL_MM = 50;

/** Which way a vent looks. */
export const VENT_FACES = ['up', 'side', 'down'] as const;
export type VentFace = (typeof VENT_FACES)[number];

/** A vent as it is asked about. */
export interface VentQuestion {
  /** L/min, 0.1 to 60. */
  readonly flowLpm: number;
  /** Diameters of the vent holes, mm; none: no vent. */
  readonly holesMm: readonly number[];
  readonly gap?: OpenGap | undefined;
  readonly pool: {
    /** The wall, mm. */
    readonly depthMm: number;
    /** mm; left out: as wide as usual for the wall. */
    readonly halfWidthMm?: number | undefined;
    /** From the top, degrees; left out: all round. */
    readonly clockDeg?: number | undefined;
  };
  /** How far the root may stand in or out, mm; left out: a tenth of the wall, at most 0.3. */
  readonly limitMm?: number | undefined;
  /** N/m; left out: of clean stainless. */
  readonly surfaceTension?: number | undefined;
  /** Which way the vent looks; left out: up. */
  readonly face?: VentFace | undefined;
  /** Thickness of the edge the vent is drilled through, mm; left out: the wall. */
  readonly edgeMm?: number | undefined;
}

/** How the root stands. */
export type PoolStand = 'sags' | 'flush' | 'blows-out';

/** Pressures and holes that keep the root flush; null: there are none. */
export interface VentWindow {
  readonly pressurePa: readonly [number, number];
  /** One hole, mm, smallest and largest; the largest is null where no pressure is needed. */
  readonly holeMm: readonly [number, number | null];
}

/** What a vent comes to. */
export interface VentAnswer {
  readonly pressurePa: number;
  /** Positive: outward. Worst of the places round the pipe where none is said, mm. */
  readonly deflectionMm: number;
  readonly stand: PoolStand;
  readonly exitMPerS: number;
  readonly airReturns: boolean;
  /** Air that comes back through the vent, ppm at the inside of its edge. */
  readonly airPpm: number;
  readonly window: VentWindow | null;
  /** A drill to take, in mm and in inch fractions. */
  readonly drill: { readonly mm: number; readonly inch: string } | null;
  readonly reasons: readonly string[];
}

const PLACES: readonly number[] = [0, 30, 60, 90, 120, 150, 180];
const inchesOf = (fraction: string): number => {
  const [over, under] = fraction.split('/').map(Number) as [number, number];
  return (over / under) * 25.4;
};
const nearest = <Item>(items: readonly Item[], size: (item: Item) => number, wanted: number): Item =>
  items.reduce((best, item) => (Math.abs(size(item) - wanted) < Math.abs(size(best) - wanted) ? item : best));

function checkVent({ flowLpm, holesMm, gap, pool, limitMm, surfaceTension, edgeMm }: VentQuestion): void {
  const errors: FieldError[] = [];
  const check = (
    path: (string | number)[],
    value: number | undefined,
    range: readonly [number, number],
    unit: string,
  ): void => {
    if (value !== undefined && !isWithin(value, range))
      errors.push({ path, message: `give ${range.join(' to ')} ${unit}` });
  };
  check(['flowLpm'], flowLpm, LIMITS.flowLpm, 'L/min');
  holesMm.forEach((hole, index) => check(['holesMm', index], hole, [0.1, 500], 'mm'));
  check(['gap', 'ringMm'], gap?.ringMm, [1, 20000], 'mm');
  check(['gap', 'gapMm'], gap?.gapMm, LIMITS.gapMm, 'mm');
  check(['gap', 'weldedFraction'], gap?.weldedFraction, [0, 1], 'of the seam');
  check(['pool', 'depthMm'], pool.depthMm, [0.1, DEEPEST_POOL_MM], 'mm');
  check(['pool', 'halfWidthMm'], pool.halfWidthMm, [0.1, 50], 'mm');
  check(['pool', 'clockDeg'], pool.clockDeg, [-360, 360], 'degrees');
  check(['limitMm'], limitMm, [0.001, 10], 'mm');
  check(['surfaceTension'], surfaceTension, [0.5, 2.5], 'N/m');
  check(['edgeMm'], edgeMm, [0.01, 100], 'mm');
  if (errors.length > 0) throw new InputError(errors);
}

/** How far the root may stand in or out of a wall, mm. */
export const flushLimit = (depthMm: number): number => Math.min(data.limit.mostMm, data.limit.shareOfWall * depthMm);

/** Gap that lets gas through where edges are set together, mm. @param gapMm as it is set */
export const fittedGap = (gapMm: number): number => Math.max(gapMm, data.fittedGapMm);

/** A root pool as it usually is in a wall. */
const usualPool = (depthMm: number, surfaceTension = data.surfaceTensionNPerM.clean): SupportedPool => ({
  depthMm,
  halfWidthMm: depthMm * data.halfWidthToWall,
  surfaceTension,
});

/** The pool a vent is asked about: what is not said of it is usual for its wall. */
export function poolOf({ pool: { depthMm, halfWidthMm }, surfaceTension }: VentQuestion): SupportedPool {
  const usual = usualPool(depthMm, surfaceTension);
  return { ...usual, halfWidthMm: halfWidthMm ?? usual.halfWidthMm };
}

/** Surface tension of a pool, N/m. @param sulphurPercent of the metal */
export const surfaceTensionOf = (sulphurPercent: number): number =>
  sulphurPercent * 10000 > data.surfaceTensionNPerM.sulphurPpm
    ? data.surfaceTensionNPerM.sulphur
    : data.surfaceTensionNPerM.clean;

/**
 * Pressures that keep a root flush at all of some places round a pipe, Pa; null where none does. Below the lower one it
 * sags: beyond the limit, or because the gas carries too little of the pool. Above the upper one it blows out.
 */
export function flushPressures(
  pool: SupportedPool,
  limitMm: number,
  places: readonly number[] = PLACES,
): readonly [number, number] | null {
  const slack = bulgePressure(pool, limitMm);
  const weights = places.map((place) => poolWeight(pool.depthMm, place));
  const low = Math.max(
    data.leastPa,
    ...weights.map((weight) => Math.max(weight - slack, data.carriedShare.least * weight)),
  );
  const high = Math.min(...weights.map((weight) => weight + slack));
  return low < high ? [low, high] : null;
}

/**
 * What the vent does: the pressure it leaves, how the root pool stands on it, and the hole to drill instead.
 * @throws InputError naming every faulty field Source: sharp-edged orifices; pool as a plug between two curved
 * surfaces; diffusion against the flow and densimetric Froude number for air that comes back. How wide a pool is and
 * how much of it must be carried are estimates.
 */
export function vent(question: VentQuestion): VentAnswer {
  checkVent(question);
  const { flowLpm, holesMm, gap, pool: asked, face = 'up' } = question;
  const pool = poolOf(question);
  const limitMm = question.limitMm ?? flushLimit(asked.depthMm);
  const places = asked.clockDeg === undefined ? PLACES : [asked.clockDeg];
  const open = gap ? gapArea(gap) : 0;
  const area = holesArea(holesMm) + open;
  const pressurePa = openingPressure(flowLpm, area);
  const deflections = places.map((place) => poolDeflection(pool, pressurePa, place));
  const range = flushPressures(pool, limitMm, places);
  const window = range && {
    pressurePa: range,
    holeMm: [
      holeOf(Math.max(0, areaFor(flowLpm, range[1]) - open)),
      holeOf(Math.max(0, areaFor(flowLpm, range[0]) - open)),
    ] as const,
  };
  const most = Math.min(...places.map((place) => poolWeight(pool.depthMm, place))) + bulgePressure(pool, limitMm);
  const stand: PoolStand = pressurePa > most ? 'blows-out' : range && pressurePa >= range[0] ? 'flush' : 'sags';
  const deflectionMm =
    stand === 'sags'
      ? Math.min(...deflections)
      : stand === 'blows-out'
        ? Math.max(...deflections)
        : deflections.reduce((worst, one) => (Math.abs(one) > Math.abs(worst) ? one : worst));
  const back = airBack(holesMm, area, flowLpm, face, question.edgeMm ?? asked.depthMm);
  // The pool is carried where it hangs: its weight at the top, or the least that keeps the draught out.
  const aim =
    range &&
    Math.min(
      Math.max(poolWeight(pool.depthMm, Math.min(...places.map(Math.abs))), range[0] * 1.2),
      (range[0] + range[1]) / 2,
    );
  const hole = aim === null ? null : holeOf(Math.max(0, areaFor(flowLpm, aim) - open));
  const drill =
    hole === null || hole < (data.drillsMm[0] as number) / 2
      ? null
      : {
          mm: nearest(data.drillsMm, (size) => size, hole),
          inch: `${nearest(data.drillsInch, inchesOf, hole)}"`,
        };
  return {
    pressurePa,
    deflectionMm,
    stand,
    exitMPerS: back.speed,
    airReturns: back.returns,
    airPpm: back.ppm,
    window,
    drill,
    reasons: reasonsOf({ question, pool, limitMm, pressurePa, deflectionMm, stand, window, drill, back }),
  };
}

/** Air that comes back through a vent against the gas that leaves. */
function airBack(
  holesMm: readonly number[],
  areaMm2: number,
  flowLpm: number,
  face: VentFace,
  edgeMm: number,
): { readonly speed: number; readonly ppm: number; readonly returns: boolean; readonly froude: number } {
  const speed = areaMm2 > 0 ? flowLpm / 60000 / (areaMm2 * 1e-6) : Infinity;
  const widest = Math.max(0, ...holesMm) / 1000;
  const ppm = Number.isFinite(speed) ? AIR_PPM * exp(-((speed * (edgeMm / 1000)) / GAS.oxygenInArgonM2PerS)) : 0;
  const lift = (GAS.argonKgPerM3 - GAS.airKgPerM3) / GAS.argonKgPerM3;
  const froude = widest > 0 ? speed / Math.sqrt(GAS.gravityMPerS2 * widest * lift) : Infinity;
  const exchanged = face !== 'up' && froude < data.froude;
  return { speed, froude, ppm: exchanged ? AIR_PPM : ppm, returns: exchanged || ppm > data.airPpm };
}

const pascal = (value: number): string =>
  value >= 1000 ? `${(value / 1000).toFixed(1)} kPa` : `${Math.round(value)} Pa`;

function reasonsOf({
  question,
  pool,
  limitMm,
  pressurePa,
  deflectionMm,
  stand,
  window,
  drill,
  back,
}: {
  readonly question: VentQuestion;
  readonly pool: SupportedPool;
  readonly limitMm: number;
  readonly pressurePa: number;
  readonly deflectionMm: number;
  readonly stand: PoolStand;
  readonly window: VentWindow | null;
  readonly drill: VentAnswer['drill'];
  readonly back: ReturnType<typeof airBack>;
}): readonly string[] {
  const weight = poolWeight(pool.depthMm, 0);
  const reasons: string[] = [];
  if (!Number.isFinite(pressurePa)) reasons.push('Nothing is open: the pressure rises until the pool blows out.');
  else if (stand === 'blows-out')
    reasons.push(
      `${pascal(pressurePa)} behind the pool: the root is blown out by ${deflectionMm.toFixed(2)} mm, more than ` +
        `${limitMm.toFixed(2)}. A larger hole, or less flow.`,
    );
  else if (stand === 'sags')
    reasons.push(
      `${pascal(pressurePa)} carries ${Math.round((100 * pressurePa) / weight)} % of the pool’s weight at the ` +
        'top: the root sags. A smaller hole, or more flow.',
    );
  else
    reasons.push(
      `${pascal(pressurePa)} carries the pool: the root stands ${Math.abs(deflectionMm).toFixed(2)} mm ` +
        `${deflectionMm < 0 ? 'in' : 'out'} at most, within ${limitMm.toFixed(2)}.`,
    );
  if (!window)
    reasons.push(
      'No pressure keeps the root flush all round: what carries it at the top blows it out below. Turn the part, ' +
        'or weld the lower half with less heat.',
    );
  else if (drill)
    reasons.push(
      `Drill ${drill.mm} mm (${drill.inch}): below ${window.holeMm[0].toFixed(1)} mm it blows out, above ` +
        `${window.holeMm[1]?.toFixed(1) ?? 'any size'} mm the pool sags.`,
    );
  if (back.returns)
    reasons.push(
      question.face && question.face !== 'up'
        ? `Air flows back through the vent: gas leaves it at ${back.speed.toFixed(2)} m/s only. Let it look up, or ` +
            'make it smaller.'
        : `Air diffuses back through the vent: gas leaves it at ${back.speed.toFixed(3)} m/s only. A smaller hole, ` +
            'or more flow.',
    );
  return reasons;
}

/**
 * Pressure as the ring is closed: the gap vanishes from the openings, and the last of it decides.
 * @param steps points from nothing welded to all of it
 */
export function pressureWhileClosing(
  flowLpm: number,
  holesMm: readonly number[],
  gap: Omit<OpenGap, 'weldedFraction'>,
  steps = 40,
): readonly { readonly weldedFraction: number; readonly pressurePa: number }[] {
  return Array.from({ length: steps + 1 }, (_, index) => {
    const weldedFraction = index / steps;
    return {
      weldedFraction,
      pressurePa: openingPressure(flowLpm, holesArea(holesMm) + gapArea({ ...gap, weldedFraction })),
    };
  });
}
