import data from '../../data/heat.json';
import {
  paces,
  simulateWeld,
  tintBands,
  tintLevels,
  type ArcRun,
  type GasCoverOfTorch,
  type HeatBalance,
  type HeatFrames,
  type Pace,
  type Probe,
  type RunRecord,
  type TintBand,
  type WeldHistory,
} from '../heat';
import { readyRuns } from './access';
import { chromiumOf } from './colour-limit';
import { firstBead, remarksOf, thinner, windowOf, type HeatRemark } from './heat-remarks';
import { familyOfMaterial, seamProblem, type SeamQuestion } from './seam-question';
import { wallHeat, type WallHeat } from './through-wall';

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

/** What happens beside the bead on one side. */
export interface HeatOfSide {
  /** Colours outside, where the torch's gas no longer covers it. */
  readonly outside: readonly TintBand[];
  /** Colours inside with air there; none with gas behind it. */
  readonly inside: readonly TintBand[];
  /** Chromium its colours are reckoned with, %. */
  readonly chromium: number;
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
  /** Hottest of each cell while no torch gas covered it, °C: what colours the outside. */
  readonly bareC: Float64Array;
  /** The wall cut through; null where it is as hot inside as outside. */
  readonly wall: WallHeat | null;
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

/** The largest figure of each row of a side, by its distance from the seam: rows from the seam outwards. */
function profile(history: WeldHistory, map: Float64Array, side: 0 | 1): (distanceMm: number) => number {
  const { grid } = history;
  const rows = [...grid.metal.keys()]
    .filter((row) => grid.metal[row] === side)
    .sort((one, other) => Math.abs(grid.acrossMm[one]!) - Math.abs(grid.acrossMm[other]!));
  const at = rows.map((row) => Math.abs(grid.acrossMm[row] as number));
  const most = rows.map((row) =>
    map
      .subarray(row * grid.alongCount, (row + 1) * grid.alongCount)
      .reduce((best, value) => Math.max(best, value), -Infinity),
  );
  return (distanceMm) => {
    const next = at.findIndex((one) => one >= distanceMm);
    if (next <= 0) return most[next === 0 ? 0 : most.length - 1] as number;
    const [low, high] = [at[next - 1] as number, at[next] as number];
    const share = (distanceMm - low) / (high - low);
    return (most[next - 1] as number) * (1 - share) + (most[next] as number) * share;
  };
}

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
    chromium,
    outside: tintBands(bare, chromium, edge, most),
    inside: shieldedInside ? [] : tintBands(peak, chromium, edge, most),
    window: windowOf(familyOfMaterial(material)),
    seconds,
  };
}

function pacesOf(seam: SeamQuestion): readonly Pace[] {
  const colourC = tintLevels(chromiumOf(thinner(seam).material))[0]!.fromC;
  return paces({ ...firstBead(seam), colourC });
}

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
  const { seam, cover, probes } = question;
  const runs = readyRuns(seam, question.runs);
  const problem = seamProblem(seam);
  const history = simulateWeld(
    {
      shell: problem.shell,
      plan: {
        runs,
        arcs: problem.arcs,
        interpassC: seam.interpassC,
        everyRunC: problem.everyRunC,
        moveS: problem.moveS,
      },
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
  const wall = wallHeat(seam, history.runs);
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
    bareC: history.bareC,
    wall,
    runs: history.runs,
    weldedS: history.weldedS,
    watchedS: history.watchedS,
    peakInterpassC: history.peakInterpassC,
    barPeakC: history.barPeakC,
    nearbyC: history.probed.map((series) => Math.max(...series)),
    sides,
    remarks: remarksOf(seam, history, sides, wall, seed),
    paces: pacesOf(seam),
    balance: history.balance,
  };
}
