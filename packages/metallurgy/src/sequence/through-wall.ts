import data from '../../data/sequence.json';
import { bisect } from '../arithmetic';
import { arcSource, type SeamQuestion } from './seam-question';
import {
  arcPower,
  arcSigma,
  criticalThickness,
  FILLET_SHARE,
  hottestUnder,
  LIKELY_DIG,
  meanProperties,
  poolEdge,
  simulateSection,
  thermalMaterial,
  type ArcQuestion,
  type ArcSource,
  type RunRecord,
  type SectionSide,
  type ThermalMaterial,
} from '../heat';

/**
 * Heat of a pass through the wall: a cut across the seam where it met the warmest metal. Rows go across, places go
 * down.
 */
export interface WallHeat {
  /** Middle of each row from the seam, and its width, mm; the first side is negative. */
  readonly acrossMm: Float64Array;
  readonly widthMm: Float64Array;
  /** Middle of each place below the upper face, and its height, mm. */
  readonly depthMm: Float64Array;
  readonly heightMm: Float64Array;
  readonly thicknessMm: readonly [number, number];
  readonly solidusC: readonly [number, number];
  /** Hottest of each cell, °C, row by row. */
  readonly peakC: Float64Array;
  /** Pass that is shown, from 0, and the metal it met, °C. */
  readonly pass: number;
  readonly metC: number;
  /** How deep the metal melted on either side of the seam, mm; 0 where it did not. */
  readonly meltedMm: readonly [number, number];
  /**
   * Why the wall is cut through: one side much thicker than the other, or both too thick to be even through the wall.
   */
  readonly because: 'uneven' | 'thick';
}

const energyOf = ({ arcs }: SeamQuestion): number =>
  Math.max(...arcs.map((arc) => (arcPower(arc) / arc.travelMmPerS) * 1000));

/** Whether heat differs through the wall so much that a cut through it says more than the metal laid flat. */
export function wallMatters(seam: SeamQuestion): WallHeat['because'] | null {
  const [first, second] = seam.sides.map(({ thicknessMm }) => thicknessMm) as [number, number];
  const { unevenRatio, criticalShare } = data.section;
  if (Math.max(first, second) > unevenRatio * Math.min(first, second)) return 'uneven';
  const metal = thermalMaterial(seam.sides[0].material);
  const critical =
    1000 *
    criticalThickness({ energyJPerM: energyOf(seam), startC: 20, ...meanProperties(metal, metal.solidusC) }, 850, 550);
  return Math.min(first, second) > criticalShare * critical ? 'thick' : null;
}

/** How far from its first cell a row of falling temperatures is above a level, mm; `wholeMm` where all of it is. */
function reaches(
  temperatures: readonly number[],
  middlesMm: readonly number[],
  levelC: number,
  wholeMm: number,
): number {
  const next = temperatures.findIndex((value) => value < levelC);
  if (next < 0) return wholeMm;
  if (next === 0) return 0;
  const [from, to] = [temperatures[next - 1] as number, temperatures[next] as number];
  const [near, far] = [middlesMm[next - 1] as number, middlesMm[next] as number];
  return near + ((from - levelC) / (from - to)) * (far - near);
}

type Cut = Pick<WallHeat, 'acrossMm' | 'depthMm' | 'peakC' | 'thicknessMm'>;

/** How deep a side of a cut is above a level at its deepest, mm. */
function depthOf({ acrossMm, depthMm, peakC, thicknessMm }: Cut, side: 0 | 1, levelC: number): number {
  const inside = depthMm.findIndex((depth) => depth >= thicknessMm[side]);
  const places = [...depthMm.subarray(0, inside < 0 ? depthMm.length : inside)];
  const depths = [...acrossMm.keys()].map((row) =>
    (side === 0) === (acrossMm[row] as number) < 0
      ? reaches(
          places.map((_, place) => peakC[row * depthMm.length + place] as number),
          places,
          levelC,
          thicknessMm[side],
        )
      : 0,
  );
  return Math.max(...depths);
}

/** How far from the seam the upper face of the second side is above a level, mm. */
function widthOf({ acrossMm, depthMm, peakC }: Cut, levelC: number): number {
  const rows = [...acrossMm.keys()].filter((row) => (acrossMm[row] as number) > 0);
  return reaches(
    rows.map((row) => peakC[row * depthMm.length] as number),
    rows.map((row) => acrossMm[row] as number),
    levelC,
    Infinity,
  );
}

/**
 * Share of an arc's heat that works in a cut across the seam: a slow arc loses some along the seam, which a cut does
 * not know. Chosen so that an even plate of the mean thickness melts as deep as the closed form says for the moving
 * arc; where it melts through, or not at all, so that it melts, or colours, as wide.
 */
function shareAcross(
  arc: ArcQuestion,
  material: ThermalMaterial,
  { thicknessMm, isFillet }: { readonly thicknessMm: number; readonly isFillet: boolean },
  startC: number,
): number {
  const figures = meanProperties(material, material.solidusC);
  const source = {
    powerW: (isFillet ? FILLET_SHARE : 1) * arcPower(arc),
    travelMPerS: arc.travelMmPerS / 1000,
    startC,
    sigmaM: arcSigma(arc.amps),
    ...figures,
  };
  const digging = { ...source, powerW: LIKELY_DIG * source.powerW };
  // What flows outwards in the pool makes it wide, and does not dig.
  const hottest = (yMm: number, zMm: number): number =>
    hottestUnder(zMm > 0 ? digging : source, thicknessMm / 1000, yMm / 1000, zMm / 1000);
  const edge = poolEdge(material, figures.volumetricHeat);
  const far = (at: (mm: number) => number, level: number, most: number): number =>
    bisect((mm) => at(mm) >= level, [0, most], 10);
  const deep = far((mm) => hottest(0, mm), edge, thicknessMm);
  const melts = hottest(0, 0) >= edge;
  const byDepth = melts && deep < DEEP_SHARE * thicknessMm;
  const wanted = byDepth ? deep : far((mm) => hottest(mm, 0), melts ? edge : COLOURED_C, 40);
  const plate = { material, thicknessMm, reachMm: data.section.reachMm };
  const found = (share: number): number => {
    const cut = cutOf([plate, plate], { ...arcSource(arc), powerW: share * arcPower(arc) }, startC);
    return byDepth ? depthOf(cut, 1, material.solidusC) : widthOf(cut, melts ? material.solidusC : COLOURED_C);
  };
  return bisect((share) => found(share) <= wanted, SHARES, 6);
}

/** Shares of the heat that are tried, and from what share of the wall on a pool counts as through. */
const SHARES = [0.3, 1.1] as const;
const DEEP_SHARE = 0.9;
/** Temperature whose width is compared where nothing melts, °C. */
const COLOURED_C = 500;

/** Simulates one pass over a cut. */
function cutOf(
  sides: readonly [SectionSide, SectionSide],
  pass: ArcSource,
  startC: number,
): Omit<WallHeat, 'pass' | 'metC' | 'meltedMm' | 'because'> {
  const { grid, peakC } = simulateSection({
    sides,
    passes: [pass],
    interpassC: null,
    restS: 0,
    startC,
    ambientC: 20,
    window: [550, 850],
    watchS: data.section.watchS,
    nearMm: data.section.nearMm,
  });
  return {
    acrossMm: grid.acrossMm,
    widthMm: grid.widthMm,
    depthMm: grid.depthMm,
    heightMm: grid.heightMm,
    thicknessMm: [sides[0].thicknessMm, sides[1].thicknessMm],
    solidusC: [sides[0].material.solidusC, sides[1].material.solidusC],
    peakC,
  };
}

/**
 * Simulates the pass that met the warmest metal through the wall.
 * @param runs as they came out of the simulation of the seam
 * @returns null where the wall is thin and even: it is as hot inside as outside
 */
export function wallHeat(seam: SeamQuestion, runs: readonly RunRecord[]): WallHeat | null {
  const because = wallMatters(seam);
  const warmest = runs.reduce<RunRecord | null>((best, run) => (best && best.metC >= run.metC ? best : run), null);
  if (because === null || warmest === null) return null;
  const sides = seam.sides.map(({ material, thicknessMm, reachMm }) => ({
    material: thermalMaterial(material),
    thicknessMm,
    reachMm: Math.min(reachMm, data.section.reachMm),
  }));
  const [first, second] = sides;
  if (!first || !second) return null;
  const { pass, metC } = warmest;
  const arc = seam.arcs[Math.min(pass, seam.arcs.length - 1)]!;
  const source = arcSource(arc, seam.aimMm);
  const mean = { thicknessMm: (first.thicknessMm + second.thicknessMm) / 2, isFillet: seam.isFillet ?? false };
  const share = shareAcross(arc, first.material, mean, metC);
  const cut = cutOf([first, second], { ...source, powerW: share * source.powerW }, metC);
  const meltedMm = [depthOf(cut, 0, cut.solidusC[0]), depthOf(cut, 1, cut.solidusC[1])] as const;
  return { ...cut, pass, metC, meltedMm, because };
}
