import choice from '../../data/choice.json';
import identification from '../../data/identification.json';
import { isForeign } from '../catalogue';
import { checkChooseInput, type ChooseInput, type ChooseProblem } from './choose-input';
import { findAlternatives, type Alternative } from './alternatives';
import { heatAdvice, type HeatAdvice } from './heat-advice';
import { passFerrite, type PassFerrite } from './pass-ferrite';
import { byLoss, foldForms, holdsOf, rankRods, saidFirst, type DepositRun } from './rank';
import type { RankedRisk, RankedRod } from './ranked-rod';
import { composeReasons } from './reasons';
import type { FillerCandidate } from './filler-candidate';
import { RodRun, runRod } from './rod-run';
import { rodMatrix, type MatrixRow } from './rod-matrix';
import { dilutionCurve, type DilutionCurve } from './dilution-curve';
import { drawSetting } from './draw-setting';
import type { Setting } from './setting';

/** Answer of `choose`. */
export interface Choice {
  readonly ranking: readonly RankedRod[];
  /** Why no rod is offered at all; null for nearly every joint. The ranking is then empty. */
  readonly stop: string | null;
  /** What forbids welding as things stand, whatever the rod; empty for most joints. */
  readonly holds: readonly RankedRisk[];
  /** What is said before any rod, and forbids nothing: a piece that is wrong for its life. */
  readonly saidFirst: readonly RankedRisk[];
  readonly matrix: readonly MatrixRow[];
  /** Best rod; null for no rod. */
  readonly recommended: string | null;
  readonly reasons: readonly string[];
  readonly dilutionCurve: DilutionCurve;
  /** Ferrite from root to cap when the joint takes several passes. */
  readonly passes: readonly PassFerrite[];
  /** Ways that beat welding the joint as it stands. */
  readonly alternatives: readonly Alternative[];
  /** Preheat, cooling between passes and heat afterwards for the recommended rod. */
  readonly heat: readonly HeatAdvice[];
  readonly leftOut: ChooseProblem['leftOut'];
  readonly samples: number;
  /** Whether the order of the first three is settled against sampling noise. */
  readonly settled: boolean;
  readonly seed: number;
}

/** Ranking without the slower parts, as soon as the first block of samples is in. */
export type FirstAnswer = Pick<
  Choice,
  'ranking' | 'stop' | 'holds' | 'saidFirst' | 'recommended' | 'samples' | 'settled' | 'seed'
>;

interface Runs {
  readonly setting: Setting;
  readonly runs: readonly RodRun[];
}

function start(problem: ChooseProblem, seed: number, capacity: number): Runs {
  return {
    setting: drawSetting(problem, seed, capacity),
    runs: problem.fillers.map((filler) => new RodRun(filler, capacity)),
  };
}

/** Whether each of the first three differs from the next by more than sampling noise, or by too little to matter. */
function orderSettled(sorted: readonly DepositRun[]): boolean {
  for (let place = 0; place < Math.min(choice.sampling.ordered, sorted.length - 1); place++) {
    const better = (sorted[place] as DepositRun).run;
    const worse = (sorted[place + 1] as DepositRun).run;
    const count = Math.min(better.done, worse.done);
    let sum = 0;
    let squares = 0;
    for (let index = 0; index < count; index++) {
      const difference = (worse.losses[index] as number) - (better.losses[index] as number);
      sum += difference;
      squares += difference * difference;
    }
    const mean = sum / count;
    const error = Math.sqrt(Math.max(0, squares / count - mean * mean) / count);
    if (Math.abs(mean) < choice.sampling.separation * error && Math.abs(mean) + error > choice.sampling.indifference)
      return false;
  }
  return true;
}

function answerOf(setting: Setting, sorted: readonly DepositRun[], seed: number): FirstAnswer {
  const ranking = rankRods(setting, sorted);
  return {
    ranking,
    stop: null,
    holds: holdsOf(ranking, setting.problem.joint),
    saidFirst: saidFirst(ranking),
    recommended: (ranking[0] as RankedRod).rod,
    samples: Math.max(...sorted.map(({ run }) => run.done)),
    settled: orderSettled(sorted),
    seed,
  };
}

/** Words for a piece that is most likely metal this advice does not cover; undefined where none is. */
function stopOf({ pieces }: ChooseProblem): string | undefined {
  const index = pieces.findIndex(({ foreign }) => foreign > identification.stop.from);
  if (index < 0) return undefined;
  const piece = pieces[index] as ChooseProblem['pieces'][number];
  const likeliest =
    piece.identification?.candidates.find(({ family }) => isForeign(family))?.grade ?? piece.candidates[0]?.material.id;
  return (
    `Stop: piece ${index + 1} is most likely ${likeliest}. This advice covers steel, stainless steel, cast iron ` +
    'and nickel alloys; no rod of these joins it to them by fusion. Bolt, braze or ask a shop that works that ' +
    'metal.'
  );
}

const stopped = (stop: string, seed: number): FirstAnswer => ({
  ranking: [],
  stop,
  holds: [],
  saidFirst: [],
  recommended: null,
  samples: 0,
  settled: true,
  seed,
});

/**
 * Quick answer from one block of samples, for the standing answer while the full run goes on.
 * @throws InputError naming every faulty field
 */
export function chooseFirst(input: ChooseInput, seed = 1): FirstAnswer {
  const { block } = choice.sampling;
  const problem = checkChooseInput(input);
  const stop = stopOf(problem);
  if (stop) return stopped(stop, seed);
  const { setting, runs } = start(problem, seed, block);
  for (const run of runs) runRod(run, setting, block);
  return answerOf(setting, foldForms(runs, !input.rods), seed);
}

/**
 * Chooses the filler rod: expected loss of every candidate over what the pieces may be, their composition, the dilution
 * and the scatter of the diagrams, with the same random numbers for every rod.
 *
 * Without a fixed number of samples every form of every rod runs one block; then only the best form of each within
 * reach of the best runs on, block by block, until the order of the first three is settled or the cap in the data is
 * reached.
 * @param seed whole number; the same seed gives the same answer on every machine
 * @throws InputError naming every faulty field
 */
export function choose(input: ChooseInput, seed = 1): Choice {
  const { block, cap, reach, leastBlocks, alwaysRefined } = choice.sampling;
  const fixed = input.samples;
  const problem = checkChooseInput(input);
  const stop = stopOf(problem);
  if (stop)
    return {
      ...stopped(stop, seed),
      matrix: [],
      reasons: [stop],
      dilutionCurve: { rod: null, points: [], window: null },
      passes: [],
      alternatives: [],
      heat: [],
      leftOut: [],
    };
  const { setting, runs } = start(problem, seed, fixed ?? cap);
  let done = fixed ?? block;
  for (const run of runs) runRod(run, setting, done);
  const sorted = foldForms(runs, !input.rods);
  if (fixed === undefined)
    while (done < cap && (done < leastBlocks * block || !orderSettled(sorted))) {
      done = Math.min(cap, done * 2);
      const bound = (sorted[0] as DepositRun).run.expectedLoss + reach;
      sorted
        .filter(({ run }, place) => place < alwaysRefined || run.expectedLoss < bound)
        .forEach(({ run }) => runRod(run, setting, done));
      sorted.sort(byLoss);
    }
  const answer = answerOf(setting, sorted, seed);
  const byId = new Map(sorted.map(({ run: { filler } }) => [filler.rod?.id ?? null, filler]));
  const inOrder = answer.ranking.map(({ rod }) => byId.get(rod) as FillerCandidate);
  const leader = inOrder[0] as FillerCandidate;
  const { expectedLoss } = answer.ranking[0] as RankedRod;
  const tried = inOrder.slice(0, choice.alternatives.fillersTried);
  const ofJoint = setting.jointLosses.reduce((sum, loss) => sum + loss, 0) / setting.samples.count;
  const alternatives = findAlternatives(problem, tried, expectedLoss, ofJoint, setting.severities, seed);
  return {
    ...answer,
    matrix: rodMatrix(problem, inOrder.slice(0, choice.sampling.matrixRods), seed),
    reasons: composeReasons(problem, answer, alternatives),
    dilutionCurve: dilutionCurve(setting, leader),
    passes: passFerrite(setting, leader),
    alternatives,
    heat: heatAdvice(problem.pieces, problem.joint, problem.service, leader.rod),
    leftOut: problem.leftOut,
  };
}
