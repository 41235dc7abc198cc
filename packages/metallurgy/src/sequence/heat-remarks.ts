import data from '../../data/heat.json';
import { findGrade, type MaterialFamily } from '../catalogue';
import { toVector } from '../composition';
import {
  meanProperties,
  MOST_THROUGH,
  poolEdge,
  poolShape,
  thermalMaterial,
  type RunRecord,
  type WeldHistory,
} from '../heat';
import { minutesToSensitise } from '../risk';
import { capOf, heldTo, transverseShrinkage, withRange } from '../shrinkage';
import { unreached } from './access';
import { colourReach } from './colour-limit';
import { familyOfMaterial, passArea, type SeamQuestion } from './seam-question';
import { seamThrough, wallUnder } from './seam-through';
import type { WallHeat } from './through-wall';
import type { HeatOfSide } from './weld-heat';

/** How much a thing that follows matters. */
export type HeatLevel = 'good' | 'watch' | 'high';

/** Something that follows from the heat, in a sentence with its figure. */
export interface HeatRemark {
  readonly about:
    | 'unwelded'
    | 'melt-through'
    | 'wall'
    | 'sensitised'
    | 'grain'
    | 'duplex'
    | 'colour'
    | 'interpass'
    | 'together'
    | 'nearby'
    | 'bars'
    | 'curls';
  readonly level: HeatLevel;
  readonly words: string;
}

type Range = readonly [number, number];
type Sides = readonly [HeatOfSide, HeatOfSide];

const isFerritic = (family: MaterialFamily): boolean => family === 'ferritic';
const isDuplex = (family: MaterialFamily): boolean => family.endsWith('duplex');

/** Temperatures that are counted for a metal, °C. */
export function windowOf(family: MaterialFamily): Range {
  if (isFerritic(family)) return [data.grainGrowth.aboveC, 5000];
  if (isDuplex(family)) return [data.cooling.duplex[1] as number, data.cooling.duplex[0] as number];
  return [data.sensitising.fromC, data.sensitising.toC];
}

const name = (material: SeamQuestion['sides'][number]['material']): string =>
  'grade' in material ? material.grade : 'family' in material ? `the ${material.family} side` : 'the metal';

/** What the time in the critical range does to one side. */
function metalRemark({ material }: SeamQuestion['sides'][number], { seconds }: HeatOfSide): HeatRemark | null {
  const family = familyOfMaterial(material);
  const told = seconds.toFixed(seconds < 10 ? 1 : 0);
  if (isFerritic(family)) {
    const [from, to] = data.grainGrowth.seconds as [number, number];
    const level = seconds > to ? 'high' : seconds > from ? 'watch' : 'good';
    return {
      about: 'grain',
      level,
      words:
        `${name(material)} is above ${data.grainGrowth.aboveC} °C for ${told} s: ` +
        (level === 'good'
          ? 'little grain growth'
          : 'its grain coarsens and it turns brittle in the cold; quicker, cooler, chill bars') +
        '.',
    };
  }
  if (isDuplex(family)) {
    const { least, most } = data.duplexSeconds;
    const [high, low] = data.cooling.duplex as [number, number];
    const level = seconds < least || seconds > 2 * most ? 'high' : seconds > most ? 'watch' : 'good';
    const why =
      seconds < least
        ? 'too quick: too much ferrite, nitrides'
        : seconds > most
          ? 'slow: intermetallic phases may form'
          : 'as it should be';
    return {
      about: 'duplex',
      level,
      words: `${name(material)} spends ${told} s between ${high} and ${low} °C: ${why}.`,
    };
  }
  const grade = 'grade' in material ? findGrade(material.grade) : undefined;
  if (!grade || !family.endsWith('austenitic')) return null;
  const needed = minutesToSensitise(toVector(grade.typical)) * 60;
  const share = seconds / needed;
  const level = share > 1 ? 'high' : share > 0.3 ? 'watch' : 'good';
  const limit =
    needed > 36000 ? 'hours' : needed > 600 ? `about ${Math.round(needed / 60)} min` : `about ${Math.round(needed)} s`;
  return {
    about: 'sensitised',
    level,
    words:
      `${grade.id} spends ${told} s between ${data.sensitising.fromC} and ${data.sensitising.toC} °C; carbides ` +
      `want ${limit}.`,
  };
}

const hotter = ([one, other]: Sides): HeatOfSide => (one.seconds >= other.seconds ? one : other);

export const thinner = ({ sides }: SeamQuestion): SeamQuestion['sides'][number] =>
  sides[0].thicknessMm <= sides[1].thicknessMm ? sides[0] : sides[1];

/** The first bead as the closed forms take it: on the thinner side. */
export function firstBead(seam: SeamQuestion) {
  const { material, thicknessMm } = thinner(seam);
  const metal = thermalMaterial(material);
  const figures = meanProperties(metal, metal.solidusC);
  return { arc: seam.arcs[0]!, thicknessMm, startC: 20, meltsC: poolEdge(metal, figures.volumetricHeat), ...figures };
}

const percentOf = (chance: number): number => Math.round(100 * chance);

/** Whether a side melts through that should not, more often than is borne. */
const isThroughTooOften = ({ shouldComeThrough }: SeamQuestion, chances: readonly number[]): boolean =>
  shouldComeThrough === false && Math.max(...chances) > MOST_THROUGH;

function throughRemark(seam: SeamQuestion, seed: number): HeatRemark {
  const cold = firstBead(seam);
  const bead = { ...cold, thicknessMm: wallUnder(seam, cold.thicknessMm, 0) };
  const { depthMm } = poolShape(bead, seed);
  const chances = seamThrough(seam, 0);
  const percent = percentOf(Math.max(...chances));
  if (isThroughTooOften(seam, chances))
    return {
      about: 'melt-through',
      level: 'high',
      words: `The first bead melts through ${bead.thicknessMm} mm in ${percent} of 100: less current, or quicker.`,
    };
  return {
    about: 'melt-through',
    level: 'good',
    words:
      percent >= 50
        ? `The root melts through ${bead.thicknessMm} mm in ${percent} of 100 beads like the first.`
        : `The first bead melts ${depthMm.range90[0].toFixed(1)} to ${depthMm.range90[1].toFixed(1)} mm deep; it ` +
          `comes through ${bead.thicknessMm} mm in ${percent} of 100.`,
  };
}

/** Melting on either side of a thick-to-thin joint: a thick side that does not melt is not joined. */
function wallRemark(seam: SeamQuestion, { thicknessMm, meltedMm }: WallHeat): HeatRemark {
  const { aimMm } = seam;
  const thick = thicknessMm[0] >= thicknessMm[1] ? 0 : 1;
  const thin = thick === 0 ? 1 : 0;
  const chances = seamThrough(seam, 0);
  const deep = (side: 0 | 1): string =>
    meltedMm[side] === 0 ? 'does not melt' : `melts about ${meltedMm[side].toFixed(1)} mm deep`;
  const thinSide =
    percentOf(chances[thin]) >= 1 ? `melts through in ${percentOf(chances[thin])} of 100 beads` : deep(thin);
  const tooOften = isThroughTooOften(seam, chances);
  const aimed = aimMm ? ', the arc aimed at the thick side' : '';
  const cold = meltedMm[thick] === 0;
  const ways = [
    ...(tooOften ? [' Less current, or quicker.'] : []),
    ...(cold ? [' More current, aim farther onto the thick side, or warm it first.'] : []),
  ];
  return {
    about: 'wall',
    level: cold || tooOften ? 'high' : 'good',
    words:
      `Thick to thin${aimed}: the ${thicknessMm[thick]} mm side ${deep(thick)}, the ${thicknessMm[thin]} mm side ` +
      `${thinSide}.${ways.join('')}`,
  };
}

function waitRemark(
  { interpassC, everyRunC = null, colourWithinMm = null }: SeamQuestion,
  runs: readonly RunRecord[],
): HeatRemark | null {
  const waits = runs.filter(({ waitedS }) => waitedS > 1).map(({ waitedS }) => waitedS);
  const later = runs.some(({ pass }) => pass > 0);
  if (waits.length === 0)
    return interpassC !== null && later
      ? { about: 'interpass', level: 'good', words: `Below ${interpassC} °C before every run: no wait.` }
      : null;
  const minutes = (seconds: number): string =>
    seconds < 90 ? `${Math.round(seconds)} s` : `${(seconds / 60).toFixed(1)} min`;
  const longest = Math.max(...waits);
  const isForColours = colourWithinMm !== null && everyRunC === null && !later;
  const limitC = everyRunC ?? interpassC;
  const why = isForColours || limitC === null ? 'it is cool enough for its colours' : `it is below ${limitC} °C`;
  return {
    about: 'interpass',
    level: 'good',
    words:
      `Wait ${waits.length} times until ${why}, the longest ${minutes(longest)}, ` +
      `${minutes(waits.reduce((sum, one) => sum + one, 0))} in all.`,
  };
}

/** Whether colours stay as near to the seam as was asked. */
function colourRemark(seam: SeamQuestion, sides: Sides): HeatRemark | null {
  const { colourWithinMm } = seam;
  if (colourWithinMm === null || colourWithinMm === undefined) return null;
  const reach = Math.max(
    0,
    ...sides.flatMap(({ outside, inside }) => [outside, inside].map((bands) => bands[bands.length - 1]?.toMm ?? 0)),
  );
  if (reach <= colourWithinMm + 0.5)
    return {
      about: 'colour',
      level: 'good',
      words: `Colour stays within ${colourWithinMm} mm of the seam: ${reach.toFixed(0)} mm.`,
    };
  const cold = colourReach(seam, 20) > colourWithinMm;
  return {
    about: 'colour',
    level: 'high',
    words:
      `Colour reaches ${reach.toFixed(0)} mm, ${colourWithinMm} mm ` +
      'asked.' +
      (cold
        ? ' Even cold metal colours farther: quicker with more current, chill bars, gas behind it or a trailing cup.'
        : ''),
  };
}

/** How far the sides come together. */
function togetherRemark(seam: SeamQuestion): HeatRemark {
  const { thicknessMm } = thinner(seam);
  const pulls = seam.sides.map(({ material }) =>
    transverseShrinkage(passArea(thicknessMm, seam.passes) * seam.passes, thicknessMm, familyOfMaterial(material)),
  );
  const { mm, range } = withRange((pulls[0]! + pulls[1]!) / 2);
  return {
    about: 'together',
    level: 'good',
    words:
      `The sides come about ${mm.toFixed(1)} mm together (${range[0].toFixed(1)} to ${range[1].toFixed(1)}): leave ` +
      'that on where a length must hold.',
  };
}

/** How a plate curls that is welded on one face, and what should be left on to machine it flat again. */
function curlRemark(seam: SeamQuestion, index: 0 | 1): HeatRemark | null {
  const { flat, thicknessMm, reachMm, spread, material } = seam.sides[index];
  if (!flat) return null;
  const radius = seam.lengthMm / (2 * Math.PI);
  const spanMm = 2 * (spread === 'outwards' ? radius + reachMm : radius);
  const areaMm2 = passArea(thinner(seam).thicknessMm, seam.passes) * seam.passes * heldTo(seam.hold, 'bow');
  const { depth, allowanceMm } = capOf(areaMm2, { spanMm, widthMm: spanMm, thicknessMm }, familyOfMaterial(material));
  const far = (mm: number): string => mm.toFixed(2);
  return {
    about: 'curls',
    level: depth.mm > CURLS_MM ? 'watch' : 'good',
    words:
      `The plate of ${thicknessMm} mm curls about ${far(depth.mm)} mm (${far(depth.range[0])} to ` +
      `${far(depth.range[1])}); leave ${allowanceMm.toFixed(1)} mm to machine its face flat.`,
  };
}

/** A machined face that is hollow by more leaks, mm. */
const CURLS_MM = 0.1;

/** Above this a seal, a gasket or a liner is likely harmed, °C. */
const NEARBY_C: Range = [80, 150];

/** Stretches nobody reaches, in the words of the seam. */
function unweldedRemark(seam: SeamQuestion): HeatRemark | null {
  const out = unreached(seam);
  if (out.length === 0) return null;
  const at = (mm: number): string =>
    seam.kind === 'ring' ? `${((12 * mm) / seam.lengthMm).toFixed(1)} o’clock` : `${mm.toFixed(0)} mm`;
  const where = out.map(({ fromMm, toMm }) => `${at(fromMm)} to ${at(toMm)}`).join(', ');
  return {
    about: 'unwelded',
    level: 'high',
    words:
      `Stays unwelded: ${where}. It is out of reach and the part cannot be turned: move the joint, open a window, ` +
      'or weld it by a mirror.',
  };
}

/** What follows from the heat of a seam, what matters most first. */
export function remarksOf(
  seam: SeamQuestion,
  history: WeldHistory,
  sides: Sides,
  wall: WallHeat | null,
  seed: number,
): readonly HeatRemark[] {
  const alike = JSON.stringify(seam.sides[0].material) === JSON.stringify(seam.sides[1].material);
  const nearby = history.probed.map((series) => Math.max(...series));
  const said = [
    unweldedRemark(seam),
    wall?.because === 'uneven' ? wallRemark(seam, wall) : throughRemark(seam, seed),
    ...seam.sides.map((side, index) =>
      alike && index === 1 ? null : metalRemark(side, alike ? hotter(sides) : sides[index as 0 | 1]),
    ),
    colourRemark(seam, sides),
    waitRemark(seam, history.runs),
    togetherRemark(seam),
    curlRemark(seam, 0),
    curlRemark(seam, 1),
    ...nearby.map((hottest): HeatRemark => ({
      about: 'nearby',
      level: hottest > NEARBY_C[1] ? 'high' : hottest > NEARBY_C[0] ? 'watch' : 'good',
      words: `The place that is watched reaches ${Math.round(hottest)} °C.`,
    })),
    ...history.barPeakC.map((hottest, bar): HeatRemark => ({
      about: 'bars',
      level: 'good',
      words: `Chill bar ${bar + 1} warms to ${Math.round(hottest)} °C.`,
    })),
  ];
  return said.filter((remark) => remark !== null);
}
