import data from '../../data/heat.json';
import { findGrade, type MaterialFamily } from '../catalogue';
import { InputError, type FieldError } from '../errors';
import { fromJson } from '../from-json';
import { arcPower, arcRadius, heatInput, type ArcQuestion } from './arc';
import { coolingThick, coolingThin, criticalThickness } from './cooling';
import { hottestAt, poolEdge, poolShape } from './pool-shape';
import { rosenthalPlate, rosenthalThick, rosenthalThin, type MovingSource } from './rosenthal';
import { simulateWeld, type WeldHistory } from './simulate-weld';
import { temperatureAt } from './span';
import { meanProperties, thermalMaterial, type MaterialQuestion, type ThermalMaterial } from './thermal-material';
import { tintBands, type TintBand } from './tint-bands';

/** Which model is asked for; left out: by the thickness. */
export const HEAT_MODELS = ['thin', 'between', 'thick', 'simulated'] as const;
export type HeatModel = (typeof HEAT_MODELS)[number];

/** One steady bead on a plate. */
export interface HeatQuestion {
  readonly material: MaterialQuestion;
  readonly thicknessMm: number;
  readonly arc: ArcQuestion;
  readonly startC?: number | undefined;
  readonly model?: HeatModel | undefined;
  /** Where temperatures are wanted: ahead of the arc, sideways, below the surface, mm. */
  readonly at?:
    readonly { readonly xiMm: number; readonly yMm: number; readonly zMm?: number | undefined }[] | undefined;
  /** Seconds from the first to the second, °C; left out: the window that matters to the metal. */
  readonly between?: readonly [number, number] | undefined;
}

/** What a bead does to the plate. */
export interface HeatAnswer {
  readonly heatInputKjPerMm: number;
  readonly model: HeatModel;
  readonly criticalThicknessMm: number;
  readonly temperaturesC: readonly number[];
  readonly between: readonly [number, number];
  /** On the line of the weld; null where the metal never is so hot, or does not cool so far. */
  readonly secondsBetween: number | null;
  readonly poolWidthMm: number;
  readonly poolWidthRange90: readonly [number, number];
  readonly poolDepthMm: number;
  readonly poolDepthRange90: readonly [number, number];
  /** Chance that the back melts, 0 to 1. */
  readonly meltsThrough: number;
  /** Colours beside the bead in air, without gas over it. */
  readonly tints: readonly TintBand[];
  readonly reasons: readonly string[];
}

type Range = readonly [number, number];
const isIn = (value: number, [low, high]: Range): boolean => value >= low && value <= high;

/** Checks an arc. @param path where it stands @param errors takes what is wrong */
export function checkArc(arc: ArcQuestion, path: readonly (string | number)[], errors: FieldError[]): void {
  const limits = {
    amps: [3, 600, 'A'],
    volts: [6, 40, 'V'],
    efficiency: [0.2, 1, ''],
    travelMmPerS: [0.1, 30, 'mm/s'],
  } as const;
  for (const [name, [low, high, unit]] of Object.entries(limits) as [
    keyof typeof limits,
    readonly [number, number, string],
  ][]) {
    const value = arc[name];
    const wanted = name === 'amps' || name === 'travelMmPerS';
    if (value === undefined ? wanted : !isIn(value, [low, high]))
      errors.push({ path: [...path, name], message: `give ${low} to ${high} ${unit}`.trim() });
  }
}

function check({ thicknessMm, arc, startC, between, at = [] }: HeatQuestion): void {
  const errors: FieldError[] = [];
  if (!isIn(thicknessMm, [0.3, 200])) errors.push({ path: ['thicknessMm'], message: 'give 0.3 to 200 mm' });
  checkArc(arc, ['arc'], errors);
  if (startC !== undefined && !isIn(startC, [-30, 600]))
    errors.push({ path: ['startC'], message: 'give -30 to 600 °C' });
  if (between && !(isIn(between[0], [100, 1500]) && between[1] > (startC ?? 20) && between[1] < between[0]))
    errors.push({ path: ['between'], message: 'give two temperatures, the higher first, both above the start' });
  at.forEach(({ xiMm, yMm, zMm = 0 }, index) => {
    if (![xiMm, yMm, zMm].every((value) => Math.abs(value) <= 500))
      errors.push({ path: ['at', index], message: 'give places within 500 mm' });
  });
  if (errors.length > 0) throw new InputError(errors);
}

const WINDOWS = fromJson<Readonly<Partial<Record<MaterialFamily | 'other', Range>>>>(data.cooling);

/** Temperatures between which the cooling of a metal matters, °C. */
export const coolingWindow = (family: MaterialFamily): Range =>
  WINDOWS[family] ?? (data.cooling.other as unknown as Range);

/** Below this share of the critical thickness a plate is thin, above the other thick. */
const THIN_BELOW = 0.6;
const THICK_ABOVE = 1.6;
/** A bead so long is steady, mm. */
const STEADY_MM = 160;

/** Seconds between two temperatures on the line of the weld, from a temperature behind the arc. */
function secondsBehind(at: (xiM: number) => number, travelMPerS: number, [from, to]: Range): number | null {
  const where = (level: number): number | null => {
    if (at(-1e-4) < level) return null;
    let [near, far] = [1e-4, 1e-3];
    while (at(-far) > level) {
      far *= 2;
      if (far > 50) return null;
    }
    for (let step = 0; step < 60; step++) {
      const middle = (near + far) / 2;
      if (at(-middle) > level) near = middle;
      else far = middle;
    }
    return near;
  };
  const [first, second] = [where(from), where(to)];
  return first === null || second === null ? null : (second - first) / travelMPerS;
}

/** A steady bead, simulated. */
function simulated(question: HeatQuestion, material: ThermalMaterial, startC: number, window: Range): WeldHistory {
  const { arc, thicknessMm } = question;
  const side = { material, thicknessMm, reachMm: 150, spread: 'straight', bothWays: false } as const;
  return simulateWeld({
    shell: { kind: 'line', lengthMm: STEADY_MM, sides: [side, side], beyondMm: 60, closedInside: false },
    plan: {
      runs: [{ pass: 0, fromMm: 0, toMm: STEADY_MM, person: 0, restS: 0 }],
      arcs: [{ powerW: arcPower(arc), travelMmPerS: arc.travelMmPerS, radiusMm: arcRadius(arc.amps), aimMm: 0 }],
      interpassC: null,
      moveS: 0,
    },
    startC,
    ambientC: startC,
    surface: 'tinted',
    bars: [],
    cover: { cupMm: 0, trailingMm: 0, postFlowS: 0 },
    windows: [
      [window[1], window[0]],
      [window[1], window[0]],
    ],
    watchS: 0.01,
    frames: 0,
    probes: [{ alongMm: STEADY_MM / 2, acrossMm: 0 }],
  });
}

/** Seconds a probe takes from one temperature to a lower one, after its peak. */
function secondsOfProbe(seconds: readonly number[], temperatures: readonly number[], [from, to]: Range): number | null {
  const peak = temperatures.indexOf(Math.max(...temperatures));
  const when = (level: number): number | null => {
    if ((temperatures[peak] as number) < level) return null;
    for (let index = peak; index < temperatures.length - 1; index++) {
      const [high, low] = [temperatures[index] as number, temperatures[index + 1] as number];
      if (high >= level && low < level)
        return (
          (seconds[index] as number) +
          ((high - level) / (high - low)) * ((seconds[index + 1] as number) - (seconds[index] as number))
        );
    }
    return null;
  };
  const [first, second] = [when(from), when(to)];
  return first === null || second === null ? null : second - first;
}

/**
 * What one steady bead does to a plate: temperatures where they are asked for, cooling, pool, melting through, colours.
 * @param seed of what is not known of the arc
 * @throws InputError naming every faulty field
 */
export function heat(question: HeatQuestion, seed = 1): HeatAnswer {
  check(question);
  const { thicknessMm, arc, startC = 20, at = [] } = question;
  const material = thermalMaterial(question.material);
  const grade = 'grade' in question.material ? findGrade(question.material.grade) : undefined;
  const family = grade?.family ?? ('family' in question.material ? question.material.family : 'austenitic');
  const figures = meanProperties(material, material.solidusC);
  const source: MovingSource = { powerW: arcPower(arc), travelMPerS: arc.travelMmPerS / 1000, startC, ...figures };
  const weld = { energyJPerM: heatInput(arc) * 1e6, startC, ...figures };
  const between = question.between ?? coolingWindow(family);
  const critical = criticalThickness(weld, between[0], between[1]);
  const wall = thicknessMm / 1000;
  const model =
    question.model ?? (wall < THIN_BELOW * critical ? 'thin' : wall > THICK_ABOVE * critical ? 'thick' : 'between');
  const history = model === 'simulated' ? simulated(question, material, startC, between) : null;
  const temperatureOf = (xiM: number, yM: number, zM: number): number => {
    if (model === 'thin') return rosenthalThin(source, wall, xiM, yM);
    if (model === 'thick') return rosenthalThick(source, xiM, yM, zM);
    return rosenthalPlate(source, wall, xiM, yM, zM);
  };
  const pool = poolShape(
    { arc, thicknessMm, startC, meltsC: poolEdge(material, figures.volumetricHeat), ...figures },
    seed,
  );
  const half = pool.widthMm.median / 2;
  const chromium = grade?.typical.Cr ?? data.tints.referenceChromium;
  return {
    heatInputKjPerMm: heatInput(arc),
    model,
    criticalThicknessMm: critical * 1000,
    temperaturesC: at.map(({ xiMm, yMm, zMm = 0 }) =>
      history
        ? temperatureAt(history.grid, history.endC, STEADY_MM + xiMm, yMm)
        : temperatureOf(xiMm / 1000, yMm / 1000, zMm / 1000),
    ),
    between,
    secondsBetween: history
      ? secondsOfProbe(history.probeSeconds, history.probed[0] ?? [], between)
      : model === 'thin'
        ? coolingThin(weld, wall, between[0], between[1])
        : model === 'thick'
          ? coolingThick(weld, between[0], between[1])
          : secondsBehind((xiM) => rosenthalPlate(source, wall, xiM, 0, 0), source.travelMPerS, between),
    poolWidthMm: pool.widthMm.median,
    poolWidthRange90: pool.widthMm.range90,
    poolDepthMm: pool.depthMm.median,
    poolDepthRange90: pool.depthMm.range90,
    meltsThrough: pool.meltsThrough,
    tints: tintBands(
      (mm) =>
        history ? temperatureAt(history.grid, history.peakC, STEADY_MM / 2, mm) : hottestAt(source, wall, mm / 1000, 0),
      chromium,
      half,
      80,
    ),
    reasons: reasonsOf(model, critical * 1000, thicknessMm, pool.meltsThrough, material),
  };
}

const MODEL_WORDS: Readonly<Record<HeatModel, string>> = {
  thin: 'as a thin sheet: equally hot through the wall',
  between: 'as a plate between thin and thick: images in both faces',
  thick: 'as a thick body',
  simulated: 'by simulation, with loss to the air and properties that change with temperature',
};

function reasonsOf(
  model: HeatModel,
  criticalMm: number,
  thicknessMm: number,
  through: number,
  material: ThermalMaterial,
): readonly string[] {
  const percent = Math.round(through * 100);
  return [
    `Reckoned ${MODEL_WORDS[model]}; ${thicknessMm} mm stands against a critical thickness of ` +
      `${criticalMm.toFixed(1)} mm.`,
    percent >= 50
      ? `The back melts in ${percent} of 100 beads like this.`
      : percent > 0
        ? `The back stays solid in ${100 - percent} of 100 beads like this.`
        : 'The back stays solid.',
    `Properties of ${material.title}: ${material.source}.`,
  ];
}
