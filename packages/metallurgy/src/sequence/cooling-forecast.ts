import data from '../../data/weld.json';
import { HeatJudge } from './heat-judge';
import { coveredPieces, piecesOf } from './judge-plan';
import { seamProblem, type SeamQuestion } from './seam-question';
import type { Stretch } from './seam-problem';

/** Heat that was laid in a seam. */
export interface LaidHeat {
  readonly fromMm: number;
  readonly toMm: number;
  /** Seconds ago the arc was struck and put out. */
  readonly startedS: number;
  readonly endedS: number;
  readonly joules: number;
}

/** A seam that cools, and where it is to be gone on with. */
export interface CoolingForecastQuestion {
  readonly seam: SeamQuestion;
  readonly laid: readonly LaidHeat[];
  /** What the next run covers. */
  readonly next: Stretch;
  readonly limitC: number;
}

/** When a seam that nobody measures is most likely cool. */
export interface CoolingForecast {
  readonly nowC: number;
  /** Until it is at the limit: least, likely, most, s. */
  readonly secondsLeft: readonly [number, number, number];
}

/** A seam that is not cool by then is told to be measured, s. */
const LONGEST_S = 7200;

/**
 * How warm a seam is where it is gone on with, and how long it takes to its limit, by the heat that was laid: for when
 * no thermometer looks.
 * @throws InputError naming every faulty field
 */
export function coolingForecast({ seam, laid, next, limitC }: CoolingForecastQuestion): CoolingForecast {
  const problem = seamProblem(seam);
  const pieces = piecesOf(problem);
  const judge = new HeatJudge(problem.shell, pieces, problem.emissivity);
  const pieceMm = problem.shell.lengthMm / pieces;
  const at = coveredPieces(next, pieceMm, pieces);
  const meanAt = (inS: number): number => {
    const rises = new Float64Array(at.length);
    for (const { fromMm, toMm, startedS, endedS, joules } of laid) {
      const covers = coveredPieces({ fromMm, toMm }, pieceMm, pieces);
      covers.forEach((piece, index) => {
        const ago = startedS + ((index + 0.5) / covers.length) * (endedS - startedS);
        judge.addRises(piece, joules / covers.length, ago + inS, at, rises);
      });
    }
    return problem.ambientC + rises.reduce((sum, rise) => sum + rise, 0) / rises.length;
  };
  const nowC = meanAt(0);
  if (nowC <= limitC) return { nowC, secondsLeft: [0, 0, 0] };
  let [low, high] = [0, 20];
  while (high < LONGEST_S && meanAt(high) > limitC) [low, high] = [high, 2 * high];
  while (high - low > 1) {
    const middle = (low + high) / 2;
    if (meanAt(middle) > limitC) low = middle;
    else high = middle;
  }
  return { nowC, secondsLeft: [data.forecast.low * high, high, data.forecast.high * high] };
}
