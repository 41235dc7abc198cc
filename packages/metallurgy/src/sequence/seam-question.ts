import data from '../../data/sequence.json';
import thermal from '../../data/thermal.json';
import { findGrade, type MaterialFamily } from '../catalogue';
import { InputError, type FieldError, type FieldPath } from '../errors';
import {
  arcPower,
  arcRadius,
  checkArc,
  thermalMaterial,
  CHILL_CONTACTS,
  CHILL_METALS,
  type ArcQuestion,
  type ArcRun,
  type ArcSource,
  type ChillBar,
  type MaterialQuestion,
  type Shell,
} from '../heat';
import { HOLDS, transverseShrinkage, type Hold } from '../shrinkage';
import { laidOut, unreached, without } from './access';
import { warmestFor } from './colour-limit';
import type { SeamProblem, Stretch } from './seam-problem';

/** One side of a seam, as it can be sent to a worker. */
export interface SeamSideQuestion {
  readonly material: MaterialQuestion;
  readonly thicknessMm: number;
  readonly reachMm: number;
  readonly spread: 'straight' | 'outwards' | 'inwards';
  readonly bothWays: boolean;
  /** A plate whose face should stay flat: a flange, a disc. */
  readonly flat?: boolean | undefined;
}

/** A seam and how it is welded, as it can be sent to a worker. */
export interface SeamQuestion {
  readonly kind: 'ring' | 'line';
  readonly lengthMm: number;
  readonly beyondMm: number;
  readonly closedInside: boolean;
  readonly sides: readonly [SeamSideQuestion, SeamSideQuestion];
  readonly passes: number;
  /** Arc of each pass; the last stands for those that follow. */
  readonly arcs: readonly ArcQuestion[];
  /** Where the arc is aimed across the seam, mm; positive on the second side. */
  readonly aimMm?: number | undefined;
  /** Whether heat runs off into a third plate: a fillet at a tee, a lap, a socket; left out: it does not. */
  readonly isFillet?: boolean | undefined;
  /** Whether the first pass should come through; left out: nobody asks. */
  readonly shouldComeThrough?: boolean | undefined;
  /** Wall the first pass has to melt where its edge is bevelled, mm; left out: the whole. */
  readonly rootWallMm?: number | undefined;
  readonly interpassC: number | null;
  /** Most the metal may be before any run, the root's too, °C; null or left out: it does not matter. */
  readonly everyRunC?: number | null | undefined;
  /** Longest run, mm; null or left out: as long as the hand goes. */
  readonly mostRunMm?: number | null | undefined;
  /** How far from the seam colour may reach in air, mm; null: it does not matter. */
  readonly colourWithinMm?: number | null | undefined;
  readonly people: 1 | 2;
  readonly hold: Hold;
  /** Length of all tacks together, mm. */
  readonly tackMm: number;
  readonly outOfReach: readonly Stretch[];
  /** Whether the part can be turned for what is out of reach. */
  readonly turns: boolean;
  readonly left: readonly Stretch[];
  readonly fixed: readonly ArcRun[];
  readonly bars: readonly ChillBar[];
}

type Range = readonly [number, number];

/** Side the arc is aimed at, mm across the seam: a side that is half as thick again as the other; 0: neither. */
export function aimAtThicker([first, second]: readonly [
  Pick<SeamSideQuestion, 'thicknessMm'>,
  Pick<SeamSideQuestion, 'thicknessMm'>,
]): -1 | 0 | 1 {
  const { unevenRatio } = data.section;
  if (first.thicknessMm > unevenRatio * second.thicknessMm) return -1;
  return second.thicknessMm > unevenRatio * first.thicknessMm ? 1 : 0;
}

/** Whether an order made for a seam of one length holds for one of another, mm. */
export const isSameSeam = (madeForMm: number, lengthMm: number): boolean =>
  Math.abs(madeForMm - lengthMm) < data.sameSeam.mm + data.sameSeam.share * lengthMm;

/** Air of a workshop, °C. */
const AMBIENT_C = 20;

/** Checks a seam. @throws InputError naming every faulty field */
export function checkSeam(question: SeamQuestion): void {
  const errors: FieldError[] = [];
  const within = (value: number | null, [low, high]: Range, path: FieldPath, unit: string): void => {
    if (value !== null && !(value >= low && value <= high))
      errors.push({ path, message: `give ${low} to ${high} ${unit}` });
  };
  const { lengthMm, sides, passes, arcs, interpassC, everyRunC = null, mostRunMm = null, bars } = question;
  const { colourWithinMm = null } = question;
  within(lengthMm, [15, 10000], ['lengthMm'], 'mm');
  sides.forEach(({ thicknessMm, reachMm }, index) => {
    within(thicknessMm, [0.3, 60], ['sides', index, 'thicknessMm'], 'mm');
    within(reachMm, [4, 2000], ['sides', index, 'reachMm'], 'mm');
  });
  if (!(Number.isInteger(passes) && passes >= 1 && passes <= 12))
    errors.push({ path: ['passes'], message: 'give 1 to 12 passes' });
  arcs.forEach((arc, index) => checkArc(arc, ['arcs', index], errors));
  within(interpassC, [40, 500], ['interpassC'], '°C');
  within(everyRunC, [30, 500], ['everyRunC'], '°C');
  within(mostRunMm, [10, 1000], ['mostRunMm'], 'mm');
  within(colourWithinMm, [1, 150], ['colourWithinMm'], 'mm');
  checkBars(bars, ['bars'], errors);
  if (
    errors.length === 0 &&
    without(lengthMm, laidOut(question, [...question.left, ...unreached(question)])).length === 0
  )
    errors.push({
      path: [unreached(question).length > 0 ? 'outOfReach' : 'left'],
      message: 'leave some of the seam to weld',
    });
  if (errors.length > 0) throw new InputError(errors);
}

/** Checks chill bars. @param errors takes what is wrong */
export function checkBars(bars: readonly ChillBar[], path: FieldPath, errors: FieldError[]): void {
  const sizes = { distanceMm: [0, 500], widthMm: [1, 500], thicknessMm: [0.5, 100] } as const;
  bars.forEach((bar, index) => {
    if (!CHILL_METALS.includes(bar.metal))
      errors.push({
        path: [...path, index, 'metal'],
        message: `use one of ${CHILL_METALS.join(', ')}; never carbon steel`,
      });
    if (!CHILL_CONTACTS.includes(bar.contact))
      errors.push({ path: [...path, index, 'contact'], message: `use one of ${CHILL_CONTACTS.join(', ')}` });
    for (const [name, [low, high]] of Object.entries(sizes) as [keyof typeof sizes, Range][])
      if (!(bar[name] >= low && bar[name] <= high))
        errors.push({ path: [...path, index, name], message: `give ${low} to ${high} mm` });
  });
}

/** Section of a pass where only the wall is known, mm²: a bead half as wide again as the wall, over its share of it. */
export const passArea = (thicknessMm: number, passes: number): number =>
  1.5 * thicknessMm * (thicknessMm / passes + 0.5);

export const familyOfMaterial = (material: MaterialQuestion): MaterialFamily =>
  'family' in material
    ? material.family
    : 'grade' in material
      ? (findGrade(material.grade)?.family ?? 'austenitic')
      : 'austenitic';

/** The arc of a pass as the simulation sees it. */
export function arcSource(arc: ArcQuestion, aimMm = 0): ArcSource {
  return {
    powerW: arcPower(arc),
    travelMmPerS: arc.travelMmPerS,
    radiusMm: arcRadius(arc.amps),
    aimMm,
  };
}

/** Metal of a seam, laid flat. */
export const shellOf = ({ kind, lengthMm, beyondMm, closedInside, sides }: SeamQuestion): Shell => {
  const [first, second] = sides.map((side, index) => ({
    ...side,
    material: thermalMaterial(side.material, ['sides', index, 'material']),
  }));
  // The same metal on both sides is one metal: its tables are laid out once.
  const alike = JSON.stringify(sides[0].material) === JSON.stringify(sides[1].material);
  return {
    kind,
    lengthMm,
    beyondMm,
    closedInside,
    sides: [first!, alike ? { ...second!, material: first!.material } : second!],
  };
};

/** The lower of two limits; null: neither is there. */
const lower = (one: number | null, other: number | null): number | null =>
  one === null || other === null ? (one ?? other) : Math.min(one, other);

/** The problem a question states. @throws InputError naming every faulty field */
export function seamProblem(question: SeamQuestion): SeamProblem {
  checkSeam(question);
  const {
    sides,
    passes,
    arcs,
    aimMm = 0,
    interpassC,
    people,
    hold,
    tackMm,
    outOfReach,
    turns,
    left,
    fixed,
    colourWithinMm = null,
    everyRunC = null,
    mostRunMm = null,
  } = question;
  const shell = shellOf(question);
  const thin = sides[0].thicknessMm <= sides[1].thicknessMm ? sides[0] : sides[1];
  const pulls = sides.map(({ material }) =>
    transverseShrinkage(passArea(thin.thicknessMm, passes), thin.thicknessMm, familyOfMaterial(material)),
  );
  return {
    shell,
    passes,
    arcs: arcs.map((arc) => arcSource(arc, aimMm)),
    interpassC,
    everyRunC: lower(everyRunC, colourWithinMm === null ? null : warmestFor(question, colourWithinMm, AMBIENT_C)),
    mostRunMm,
    ambientC: AMBIENT_C,
    emissivity: thermal.emissivity.tinted,
    shrinkMm: [(pulls[0]! + pulls[1]!) / 2],
    hold: HOLDS.includes(hold) ? hold : HOLDS[0],
    tackMm,
    people,
    moveS: data.seconds.move,
    outOfReach,
    turns,
    left,
    fixed,
  };
}
