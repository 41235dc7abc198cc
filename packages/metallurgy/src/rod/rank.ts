import { square } from '../arithmetic';
import choice from '../../data/choice.json';
import { ELEMENT_INDEX, fromVector } from '../composition';
import { SOLIDIFICATION_MODES, type GoverningDiagram, type SolidificationMode } from '../constitution';
import { fusingAlone, LEVEL_ORDER, RISK_MECHANISMS, riskLevel, sentence, type Bead, type RiskLevel } from '../risk';
import { spreadOf } from '../chance';
import type { Joint } from '../joint';
import type { RankedRisk, RankedRod } from './ranked-rod';
import { exampleOf, fillSample, goToWorstPlace, type RodRun } from './rod-run';
import type { Setting } from './setting';

/** Runs of one deposit: the best of its forms, and the others. */
export interface DepositRun {
  readonly run: RodRun;
  readonly others: readonly RodRun[];
}

/** Order of deposits, the best first. */
export const byLoss = (left: DepositRun, right: DepositRun): number => left.run.expectedLoss - right.run.expectedLoss;

/**
 * Folds the forms of each deposit into one entry, led by the form that comes out best: rods, wires and electrodes of
 * one weld metal are one choice, made twice.
 * @param fold false keeps every run an entry of its own, for rods asked for by name
 * @returns in the order of `byLoss`
 */
export function foldForms(runs: readonly RodRun[], fold: boolean): DepositRun[] {
  const groups = new Map<string, RodRun[]>();
  for (const run of [...runs].sort((left, right) => left.expectedLoss - right.expectedLoss)) {
    const key = fold ? (run.filler.rod?.deposit ?? 'none') : (run.filler.rod?.id ?? 'none');
    const group = groups.get(key);
    if (group) group.push(run);
    else groups.set(key, [run]);
  }
  return [...groups.values()].map(([run, ...others]) => ({ run: run as RodRun, others }));
}

/**
 * Ranking of the deposits as people see it: what must not be used never leads, whatever it costs or the house prefers.
 * @param runs in the order of `byLoss`
 */
export function rankRods(setting: Setting, runs: readonly DepositRun[]): readonly RankedRod[] {
  const ranking = runs.map(({ run, others }) => rankedRod(setting, run, others));
  return [...ranking.filter(({ worst }) => worst !== 'do-not'), ...ranking.filter(({ worst }) => worst === 'do-not')];
}

const isForbidden = ({ level }: RankedRisk): boolean => level === 'do-not';

/**
 * What forbids the joint as it stands, whatever the rod: a coating to be stripped, a back that must be shielded, a gas
 * that harms, and fusing where it was asked for and is wrong.
 * @param fused whether it is to be fused without a rod
 */
export function holdsOf(ranking: readonly RankedRod[], { fused }: Pick<Joint, 'fused'>): readonly RankedRisk[] {
  const ofJoint = ranking[0]?.risks.filter((risk) => risk.scope === 'joint' && isForbidden(risk)) ?? [];
  const withoutRod = fused ? ranking.find(({ rod }) => rod === null) : undefined;
  const ofFusing = withoutRod?.risks.filter((risk) => risk.mechanism === fusingAlone.id && isForbidden(risk)) ?? [];
  return [...ofFusing, ...ofJoint];
}

const SAID_FIRST = new Set(RISK_MECHANISMS.flatMap(({ id, isSaidFirst }) => (isSaidFirst ? [id] : [])));

/** What is said before any rod: that a piece itself is wrong for its life. */
export const saidFirst = ([first]: readonly RankedRod[]): readonly RankedRisk[] =>
  first?.risks.filter(({ mechanism, level }) => SAID_FIRST.has(mechanism) && level === 'high') ?? [];

function rankedRod(setting: Setting, run: RodRun, others: readonly RodRun[]): RankedRod {
  const { filler, done } = run;
  const risks = risksOf(setting, run);
  const dominant = [...run.governing.entries()].reduce((left, right) => (right[1] > left[1] ? right : left));
  let squares = 0;
  for (let index = 0; index < done; index++) squares += square((run.losses[index] as number) - run.expectedLoss);
  return {
    rod: filler.rod?.id ?? null,
    ...(filler.rod ? { deposit: filler.rod.deposit, form: filler.rod.form } : {}),
    otherForms: others.flatMap(({ filler: { rod } }) => (rod ? [{ rod: rod.id, form: rod.form }] : [])),
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
      (worst, { level, scope }) => (scope === 'bead' && LEVEL_ORDER[level] > LEVEL_ORDER[worst] ? level : worst),
      'low',
    ),
    risks,
  };
}

function risksOf(setting: Setting, run: RodRun): RankedRisk[] {
  const { problem, severities } = setting;
  const { shown } = choice;
  const risks: RankedRisk[] = [];
  const bead: Bead = {
    withRod: run.filler.rod !== null,
    meanPercent: (element) => (run.poolSum[ELEMENT_INDEX[element]] as number) / run.done,
    pieces: problem.pieces,
  };
  const ofKin = new Map<string, number>();
  RISK_MECHANISMS.forEach(({ kin }, index) => {
    if (kin) ofKin.set(kin, (ofKin.get(kin) ?? 0) + run.probability(index));
  });
  RISK_MECHANISMS.forEach((mechanism, index) => {
    const probability = run.probability(index);
    if (probability < shown.riskFrom && !mechanism.shownAnyway?.(bead)) return;
    const at = exampleOf(run, index);
    const scratch = fillSample(setting, run.filler, at);
    goToWorstPlace(scratch, mechanism);
    const { reason, remedy, drivers } = mechanism.explain(scratch);
    const proviso = describeProviso(setting, at, probability);
    risks.push({
      mechanism: mechanism.id,
      title: mechanism.title,
      scope: mechanism.scope,
      level: riskLevel(mechanism, probability, mechanism.kin ? ofKin.get(mechanism.kin) : undefined),
      probability,
      loss: probability * (severities[index] as number),
      reason: sentence(proviso + reason),
      remedy,
      drivers,
      source: mechanism.source,
      confidence: mechanism.confidence,
    });
  });
  return risks.sort((left, right) => LEVEL_ORDER[right.level] - LEVEL_ORDER[left.level] || right.loss - left.loss);
}

/** "If the first piece is 303: " when the sample shown rests on a candidate that is not the likeliest one. */
function describeProviso({ problem, samples }: Setting, sample: number, probability: number): string {
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
