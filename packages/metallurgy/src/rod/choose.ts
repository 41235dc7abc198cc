import { square } from '../arithmetic';
import choice from '../../data/choice.json';
import { ELEMENT_INDEX, fromVector } from '../composition';
import { SOLIDIFICATION_MODES, type GoverningDiagram, type SolidificationMode } from '../constitution';
import { LEVEL_ORDER, RISK_MECHANISMS, riskLevel, RiskSample, severitiesFor, type Bead, type RiskLevel } from '../risk';
import { checkChooseInput, type ChooseInput, type ChooseProblem } from './choose-input';
import { findAlternatives, type Alternative } from './alternatives';
import { passFerrite, type PassFerrite } from './pass-ferrite';
import { drawPoolSamples, type PoolSamples } from './pool-samples';
import { spreadOf } from '../chance';
import type { RankedRisk, RankedRod } from './ranked-rod';
import { composeReasons } from './reasons';
import { exampleOf, fillSample, RodRun, runRod, type FillerCandidate } from './rod-run';
import { rodMatrix, type MatrixRow } from './rod-matrix';
import { dilutionCurve, type DilutionCurve } from './dilution-curve';

/** Answer of `choose`. */
export interface Choice {
  readonly ranking: readonly RankedRod[];
  readonly matrix: readonly MatrixRow[];
  /** Best rod; null for no rod. */
  readonly recommended: string | null;
  readonly reasons: readonly string[];
  readonly dilutionCurve: DilutionCurve;
  /** Ferrite from root to cap when the joint takes several passes. */
  readonly passes: readonly PassFerrite[];
  /** Ways that beat welding the joint as it stands. */
  readonly alternatives: readonly Alternative[];
  readonly leftOut: ChooseProblem['leftOut'];
  readonly samples: number;
  /** Whether the order of the first three is settled against sampling noise. */
  readonly settled: boolean;
  readonly seed: number;
}

/** Ranking without the slower parts, as soon as the first block of samples is in. */
export type FirstAnswer = Pick<Choice, 'ranking' | 'recommended' | 'samples' | 'settled' | 'seed'>;

interface Runs {
  readonly problem: ChooseProblem;
  readonly samples: PoolSamples;
  readonly runs: RodRun[];
  readonly severities: Float64Array;
  readonly scratch: RiskSample;
}

function start(input: ChooseInput, seed: number, capacity: number): Runs {
  const problem = checkChooseInput(input);
  return {
    problem,
    samples: drawPoolSamples(problem.pieces, problem.joint, seed, capacity),
    runs: problem.fillers.map((filler) => new RodRun(filler, capacity)),
    severities: severitiesFor(problem.service),
    scratch: new RiskSample(problem.surface),
  };
}

function runAll({ problem, samples, severities, scratch }: Runs, runs: readonly RodRun[], to: number): void {
  for (const run of runs) runRod(run, samples, to, problem.joint, problem.service, severities, scratch);
}

const byLoss = (left: RodRun, right: RodRun): number => left.expectedLoss - right.expectedLoss;

/** Whether each of the first three differs from the next by more than sampling noise, or by too little to matter. */
function orderSettled(sorted: readonly RodRun[]): boolean {
  for (let place = 0; place < Math.min(choice.sampling.ordered, sorted.length - 1); place++) {
    const better = sorted[place] as RodRun;
    const worse = sorted[place + 1] as RodRun;
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

/**
 * Quick answer from one block of samples, for the standing answer while the full run goes on.
 * @throws InputError naming every faulty field
 */
export function chooseFirst(input: ChooseInput, seed = 1): FirstAnswer {
  const { block } = choice.sampling;
  const state = start(input, seed, block);
  runAll(state, state.runs, block);
  return rank(state, state.runs.sort(byLoss), seed);
}

/**
 * Chooses the filler rod: expected loss of every candidate over what the pieces may be, their composition, the dilution and
 * the scatter of the diagrams, with the same random numbers for every rod.
 *
 * Without a fixed number of samples every rod runs one block; then only rods within reach of the best run on, block by
 * block, until the order of the first three is settled or the cap in the data is reached.
 * @param seed whole number; the same seed gives the same answer on every machine
 * @throws InputError naming every faulty field
 */
export function choose(input: ChooseInput, seed = 1): Choice {
  const { block, cap, reach, leastBlocks, alwaysRefined } = choice.sampling;
  const fixed = input.samples;
  const state = start(input, seed, fixed ?? cap);
  let sorted: RodRun[];
  if (fixed !== undefined) {
    runAll(state, state.runs, fixed);
    sorted = state.runs.sort(byLoss);
  } else {
    let done = block;
    runAll(state, state.runs, done);
    sorted = [...state.runs].sort(byLoss);
    while (done < cap && (done < leastBlocks * block || !orderSettled(sorted))) {
      done = Math.min(cap, done * 2);
      const bound = (sorted[0] as RodRun).expectedLoss + reach;
      runAll(
        state,
        sorted.filter((run, place) => place < alwaysRefined || run.expectedLoss < bound),
        done,
      );
      sorted.sort(byLoss);
    }
  }
  const answer = rank(state, sorted, seed);
  const { problem } = state;
  const byId = new Map(sorted.map(({ filler }) => [filler.rod?.id ?? null, filler]));
  const inOrder = answer.ranking.map(({ rod }) => byId.get(rod) as FillerCandidate);
  const leader = inOrder[0] as FillerCandidate;
  const { expectedLoss } = answer.ranking[0] as RankedRod;
  const tried = inOrder.slice(0, choice.alternatives.fillersTried);
  const alternatives = findAlternatives(problem, tried, expectedLoss, state.severities, seed);
  return {
    ...answer,
    matrix: rodMatrix(problem, inOrder.slice(0, choice.sampling.matrixRods), state.severities, seed),
    reasons: composeReasons(problem, answer.ranking, alternatives),
    dilutionCurve: dilutionCurve(problem, leader, state.samples, state.severities),
    passes: passFerrite(problem, leader, state.samples),
    alternatives,
    leftOut: problem.leftOut,
  };
}

function rank(state: Runs, sorted: readonly RodRun[], seed: number): FirstAnswer {
  const ranking = sorted.map((run) => rankedRod(state, run));
  // A rod that must not be used never leads, whatever it costs or the house prefers.
  const allowed = ranking.filter(({ worst }) => worst !== 'do-not');
  const forbidden = ranking.filter(({ worst }) => worst === 'do-not');
  const ordered = [...allowed, ...forbidden];
  return {
    ranking: ordered,
    recommended: (ordered[0] as RankedRod).rod,
    samples: Math.max(...sorted.map(({ done }) => done)),
    settled: orderSettled(sorted),
    seed,
  };
}

function rankedRod(state: Runs, run: RodRun): RankedRod {
  const { filler, done } = run;
  const risks = risksOf(state, run);
  const dominant = [...run.governing.entries()].reduce((left, right) => (right[1] > left[1] ? right : left));
  let squares = 0;
  for (let index = 0; index < done; index++) squares += square((run.losses[index] as number) - run.expectedLoss);
  return {
    rod: filler.rod?.id ?? null,
    expectedLoss: run.expectedLoss,
    standardError: Math.sqrt(squares / done / done),
    cost: filler.cost,
    ferriteNumber: spreadOf(run.ferriteNumbers, done),
    mode: Object.fromEntries(
      SOLIDIFICATION_MODES.map((mode, index) => [mode, (run.modeCounts[index] as number) / done]),
    ) as Record<SolidificationMode, number>,
    governing: dominant[0] as GoverningDiagram,
    composition: fromVector(run.poolSum.map((sum) => sum / done)),
    worst: risks.reduce<RiskLevel>(
      (worst, { level }) => (LEVEL_ORDER[level] > LEVEL_ORDER[worst] ? level : worst),
      'low',
    ),
    risks,
  };
}

function risksOf({ problem, samples, severities, scratch }: Runs, run: RodRun): RankedRisk[] {
  const { shown } = choice;
  const risks: RankedRisk[] = [];
  const bead: Bead = {
    withRod: run.filler.rod !== null,
    meanPercent: (element) => (run.poolSum[ELEMENT_INDEX[element]] as number) / run.done,
    pieces: problem.pieces,
  };
  RISK_MECHANISMS.forEach((mechanism, index) => {
    const probability = run.probability(index);
    if (probability < shown.riskFrom && !mechanism.shownAnyway?.(bead)) return;
    const at = exampleOf(run, index);
    fillSample(scratch, run.filler, samples, at, problem.joint, problem.service);
    const { reason, remedy, drivers } = mechanism.explain(scratch);
    const proviso = describeProviso(problem, samples, at, probability);
    risks.push({
      mechanism: mechanism.id,
      title: mechanism.title,
      level: riskLevel(mechanism, probability),
      probability,
      loss: probability * (severities[index] as number),
      reason: proviso + reason,
      remedy,
      drivers,
      source: mechanism.source,
    });
  });
  return risks.sort((left, right) => LEVEL_ORDER[right.level] - LEVEL_ORDER[left.level] || right.loss - left.loss);
}

/** "If the first piece is 303: " when the sample shown rests on a candidate that is not the likeliest one. */
function describeProviso(problem: ChooseProblem, samples: PoolSamples, sample: number, probability: number): string {
  const below = choice.shown.conditionBelow;
  if (probability >= below) return '';
  const unlikely = problem.pieces.flatMap(({ candidates }, piece) => {
    const chosen = samples.candidateIndex[sample * problem.pieces.length + piece] as number;
    const candidate = candidates[chosen];
    return candidate && candidates.length > 1 && candidate.probability < below
      ? [`piece ${piece + 1} is ${candidate.coating === 'bare' ? '' : `${candidate.coating} `}${candidate.material.id}`]
      : [];
  });
  return unlikely.length > 0 ? `If ${unlikely.join(' and ')}: ` : '';
}
