import data from '../../data/heat.json';
import { findGrade, type MaterialFamily } from '../catalogue';
import { toVector } from '../composition';
import {
  meanProperties, paces, poolShape, simulateWeld, thermalMaterial, tintBands, tintLevels,
  type ArcRun, type GasCoverOfTorch, type HeatBalance, type HeatFrames, type MaterialQuestion, type Pace, type Probe, type RunRecord, type TintBand,
  type WeldHistory,
} from '../heat'; // prettier-ignore
import { minutesToSensitise } from '../risk';
import { capOf, heldTo } from '../shrinkage';
import { familyOfMaterial, passArea, seamProblem, type SeamQuestion } from './seam-question';

/** A seam and the order it is welded in. */
export interface WeldHeatQuestion {
  readonly seam: SeamQuestion;
  readonly runs: readonly ArcRun[];
  readonly cover: GasCoverOfTorch;
  /** Whether gas is behind the root: its inside keeps its colour then. */
  readonly shieldedInside: boolean;
  /** Things nearby that should not become hot. */
  readonly probes: readonly Probe[];
}

/** How much a thing that follows matters. */
export type HeatLevel = 'good' | 'watch' | 'high';

/** Something that follows from the heat, in a sentence with its figure. */
export interface HeatRemark {
  readonly about: 'melt-through' | 'sensitised' | 'grain' | 'duplex' | 'interpass' | 'nearby' | 'bars' | 'curls';
  readonly level: HeatLevel;
  readonly words: string;
}

/** What happens beside the bead on one side. */
export interface HeatOfSide {
  /** Colours outside, where the torch's gas no longer covers it. */
  readonly outside: readonly TintBand[];
  /** Colours inside with air there; none with gas behind it. */
  readonly inside: readonly TintBand[];
  /** Temperatures whose seconds were counted, °C, and the most any metal spent there that was not melted. */
  readonly window: readonly [number, number];
  readonly seconds: number;
}

/** The heat of a weld: a picture for every moment, and what follows from it. */
export interface WeldHeat {
  readonly alongCount: number;
  readonly rowCount: number;
  readonly closed: boolean;
  readonly lengthMm: number;
  /** Middle of the cells along the seam and of the rows across it, mm. */
  readonly alongMm: Float64Array;
  readonly acrossMm: Float64Array;
  readonly widthMm: Float64Array;
  readonly film: HeatFrames;
  /** Hottest of each cell, °C. */
  readonly peakC: Float64Array;
  readonly runs: readonly RunRecord[];
  readonly weldedS: number;
  readonly watchedS: number;
  readonly peakInterpassC: number | null;
  readonly barPeakC: readonly number[];
  /** Hottest each thing nearby became, °C. */
  readonly nearbyC: readonly number[];
  readonly sides: readonly [HeatOfSide, HeatOfSide];
  readonly remarks: readonly HeatRemark[];
  /** The same pool made slowly with little current, as asked, and quickly with much. */
  readonly paces: readonly Pace[];
  readonly balance: HeatBalance;
}

type Range = readonly [number, number];

const isFerritic = (family: MaterialFamily): boolean => family === 'ferritic';
const isDuplex = (family: MaterialFamily): boolean => family.endsWith('duplex');

/** Temperatures that are counted for a metal, °C. */
function windowOf(family: MaterialFamily): Range {
  if (isFerritic(family)) return [data.grainGrowth.aboveC, 5000];
  if (isDuplex(family)) return [data.cooling.duplex[1] as number, data.cooling.duplex[0] as number];
  return [data.sensitising.fromC, data.sensitising.toC];
}

/** The largest figure of each row of a side, by its distance from the seam: rows from the seam outwards. */
function profile(history: WeldHistory, map: Float64Array, side: 0 | 1): (distanceMm: number) => number {
  const { grid } = history;
  const rows = [...grid.metal.keys()].filter((row) => grid.metal[row] === side).sort((one, other) => Math.abs(grid.acrossMm[one]!) - Math.abs(grid.acrossMm[other]!)); // prettier-ignore
  const at = rows.map((row) => Math.abs(grid.acrossMm[row] as number));
  const most = rows.map((row) => map.subarray(row * grid.alongCount, (row + 1) * grid.alongCount).reduce((best, value) => Math.max(best, value), -Infinity)); // prettier-ignore
  return (distanceMm) => {
    const next = at.findIndex((one) => one >= distanceMm);
    if (next <= 0) return most[next === 0 ? 0 : most.length - 1] as number;
    const [low, high] = [at[next - 1] as number, at[next] as number];
    const share = (distanceMm - low) / (high - low);
    return (most[next - 1] as number) * (1 - share) + (most[next] as number) * share;
  };
}

const chromiumOf = (material: MaterialQuestion): number =>
  ('grade' in material ? findGrade(material.grade)?.typical.Cr : undefined) ?? data.tints.referenceChromium;

function sideOf(history: WeldHistory, { seam, shieldedInside }: WeldHeatQuestion, side: 0 | 1): HeatOfSide {
  const { material, reachMm } = seam.sides[side];
  const { grid, peakC, bareC, secondsWithin } = history;
  const solidusC = grid.shell.sides[side].material.solidusC;
  const [peak, bare] = [profile(history, peakC, side), profile(history, bareC, side)];
  let edge = 0.2;
  while (edge < Math.min(reachMm, 30) && peak(edge) > solidusC) edge += 0.2;
  let seconds = 0;
  for (let row = 0; row < grid.rowCount; row++)
    if (grid.metal[row] === side)
      for (let cell = row * grid.alongCount; cell < (row + 1) * grid.alongCount; cell++)
        if ((peakC[cell] as number) < solidusC) seconds = Math.max(seconds, secondsWithin[cell] as number);
  const chromium = chromiumOf(material);
  const most = Math.min(reachMm, 120);
  return {
    outside: tintBands(bare, chromium, edge, most),
    inside: shieldedInside ? [] : tintBands(peak, chromium, edge, most),
    window: windowOf(familyOfMaterial(material)),
    seconds,
  };
}

const name = (material: MaterialQuestion): string =>
  'grade' in material ? material.grade : 'family' in material ? `the ${material.family} side` : 'the metal';

/** What the time in the critical range does to one side. */
function metalRemark({ material }: SeamQuestion['sides'][number], { seconds }: HeatOfSide): HeatRemark | null {
  const family = familyOfMaterial(material);
  const told = seconds.toFixed(seconds < 10 ? 1 : 0);
  if (isFerritic(family)) {
    const [from, to] = data.grainGrowth.seconds as [number, number];
    const level = seconds > to ? 'high' : seconds > from ? 'watch' : 'good';
    return { about: 'grain', level, words: `${name(material)} is above ${data.grainGrowth.aboveC} °C for ${told} s: ${level === 'good' ? 'little grain growth' : 'its grain coarsens and it turns brittle in the cold; quicker, cooler, chill bars'}.` }; // prettier-ignore
  }
  if (isDuplex(family)) {
    const { least, most } = data.duplexSeconds;
    const [high, low] = data.cooling.duplex as [number, number];
    const level = seconds < least || seconds > 2 * most ? 'high' : seconds > most ? 'watch' : 'good';
    const why = seconds < least ? 'too quick: too much ferrite, nitrides' : seconds > most ? 'slow: intermetallic phases may form' : 'as it should be'; // prettier-ignore
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
  return { about: 'sensitised', level, words: `${grade.id} spends ${told} s between ${data.sensitising.fromC} and ${data.sensitising.toC} °C; carbides want ${limit}.` }; // prettier-ignore
}

const thinner = ({ sides }: SeamQuestion): SeamQuestion['sides'][number] =>
  sides[0].thicknessMm <= sides[1].thicknessMm ? sides[0] : sides[1];

/** The first bead as the closed forms take it: on the thinner side. */
function firstBead(seam: SeamQuestion) {
  const { material, thicknessMm } = thinner(seam);
  const metal = thermalMaterial(material);
  return { arc: seam.arcs[0]!, thicknessMm, startC: 20, meltsC: metal.solidusC, ...meanProperties(metal, metal.solidusC) }; // prettier-ignore
}

function pacesOf(seam: SeamQuestion): readonly Pace[] {
  const colourC = tintLevels(chromiumOf(thinner(seam).material))[0]!.fromC;
  return paces({ ...firstBead(seam), colourC });
}

function throughRemark(seam: SeamQuestion, seed: number): HeatRemark {
  const bead = firstBead(seam);
  const { meltsThrough, depthMm } = poolShape(bead, seed);
  const percent = Math.round(100 * meltsThrough);
  return {
    about: 'melt-through',
    level: 'good',
    words:
      percent >= 50
        ? `The root melts through ${bead.thicknessMm} mm in ${percent} of 100 beads like the first.`
        : `The first bead melts ${depthMm.range90[0].toFixed(1)} to ${depthMm.range90[1].toFixed(1)} mm deep; it comes through ${bead.thicknessMm} mm in ${percent} of 100.`,
  };
}

function waitRemark({ interpassC }: SeamQuestion, runs: readonly RunRecord[]): HeatRemark | null {
  const waits = runs.filter(({ waitedS }) => waitedS > 1).map(({ waitedS }) => waitedS);
  if (interpassC === null || !runs.some(({ pass }) => pass > 0)) return null;
  if (waits.length === 0) return { about: 'interpass', level: 'good', words: `Below ${interpassC} °C before every run: no wait.` }; // prettier-ignore
  const minutes = (seconds: number): string => (seconds < 90 ? `${Math.round(seconds)} s` : `${(seconds / 60).toFixed(1)} min`); // prettier-ignore
  const longest = Math.max(...waits);
  return { about: 'interpass', level: 'good', words: `Wait ${waits.length} times until it is below ${interpassC} °C, the longest ${minutes(longest)}, ${minutes(waits.reduce((sum, one) => sum + one, 0))} in all.` }; // prettier-ignore
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
    words: `The plate of ${thicknessMm} mm curls about ${far(depth.mm)} mm (${far(depth.range[0])} to ${far(depth.range[1])}); leave ${allowanceMm.toFixed(1)} mm to machine its face flat.`,
  };
}

/** A machined face that is hollow by more leaks, mm. */
const CURLS_MM = 0.1;

/** Above this a seal, a gasket or a liner is likely harmed, °C. */
const NEARBY_C: Range = [80, 150];

/**
 * Simulates the heat of a seam welded in an order, and says what follows from it for each side.
 * @param watch told the share of the runs done; answers false to stop it
 * @throws InputError naming every faulty field; SimulationStopped where the watcher says so
 */
export function weldHeat(
  question: WeldHeatQuestion,
  seed: number,
  watch: (share: number) => boolean = () => true,
): WeldHeat {
  const { seam, runs, cover, probes } = question;
  const problem = seamProblem(seam);
  const history = simulateWeld(
    {
      shell: problem.shell,
      plan: { runs, arcs: problem.arcs, interpassC: seam.interpassC, moveS: problem.moveS },
      startC: problem.ambientC,
      ambientC: problem.ambientC,
      surface: 'tinted',
      bars: seam.bars,
      cover,
      windows: [windowOf(familyOfMaterial(seam.sides[0].material)), windowOf(familyOfMaterial(seam.sides[1].material))],
      watchS: data.simulation.watchS,
      probes,
    },
    ({ runsDone }) => watch(runsDone / Math.max(1, runs.length)),
  );
  const { grid } = history;
  const sides = [sideOf(history, question, 0), sideOf(history, question, 1)] as const;
  const alike = JSON.stringify(seam.sides[0].material) === JSON.stringify(seam.sides[1].material);
  const nearbyC = history.probed.map((series) => Math.max(...series));
  const said = [
    throughRemark(seam, seed),
    ...seam.sides.map((side, index) => (alike && index === 1 ? null : metalRemark(side, alike ? hotter(sides) : sides[index as 0 | 1]))), // prettier-ignore
    waitRemark(seam, history.runs),
    curlRemark(seam, 0),
    curlRemark(seam, 1),
    ...nearbyC.map((hottest): HeatRemark => ({ about: 'nearby', level: hottest > NEARBY_C[1] ? 'high' : hottest > NEARBY_C[0] ? 'watch' : 'good', words: `The place that is watched reaches ${Math.round(hottest)} °C.` })), // prettier-ignore
    ...history.barPeakC.map((hottest, bar): HeatRemark => ({ about: 'bars', level: 'good', words: `Chill bar ${bar + 1} warms to ${Math.round(hottest)} °C.` })), // prettier-ignore
  ];
  return {
    alongCount: grid.alongCount,
    rowCount: grid.rowCount,
    closed: grid.closed,
    lengthMm: seam.lengthMm,
    alongMm: grid.alongMm,
    acrossMm: grid.acrossMm,
    widthMm: grid.widthMm,
    film: history.film,
    peakC: history.peakC,
    runs: history.runs,
    weldedS: history.weldedS,
    watchedS: history.watchedS,
    peakInterpassC: history.peakInterpassC,
    barPeakC: history.barPeakC,
    nearbyC,
    sides,
    remarks: said.filter((remark) => remark !== null),
    paces: pacesOf(seam),
    balance: history.balance,
  };
}

const hotter = ([one, other]: readonly [HeatOfSide, HeatOfSide]): HeatOfSide => one.seconds >= other.seconds ? one : other; // prettier-ignore
