import type { FieldPath } from '../errors';
import { exp, hypotenuse, ln, power } from '../arithmetic';
import identification from '../../data/identification.json';
import { GRADES, type Grade, type MaterialFamily } from '../catalogue';
import {
  beliefMean,
  ELEMENT_INDEX,
  meanComposition,
  measureComposition,
  type Composition,
  type CompositionBelief,
  type ElementBelief,
} from '../composition';
import type { Coating } from '../piece';
import type { CheckedTest } from './check-test-entry';
import { checkIdentifyInput, type IdentifyInput } from './identify-input';
import type { MarkModel, ReadingModel } from './field-tests';
import { catalogueBelief, catalogueSamples, drawGradeSamples, type GradeSamples } from './grade-samples';
import { hypotheses, type ConfirmedCounts, type Hypothesis } from './hypotheses';
import { gaugeDensity, OutcomeTables, unseenElements } from './likelihood';
import { markLikelihood } from './mark';

/** A hypothesis with its probability after the tests. */
export interface WeighedHypothesis extends Hypothesis {
  readonly probability: number;
}

/** A grade with its probability, conditions folded together. */
export interface Candidate {
  readonly grade: string;
  readonly family: MaterialFamily;
  readonly probability: number;
  /** Shares of the conditions, given the grade. */
  readonly conditions: { readonly soft: number; readonly worked: number } & { readonly [coating in Coating]?: number };
}

/** How well the leading candidate explains everything that was seen. */
export interface Fit {
  readonly level: 'good' | 'poor' | 'none';
  /** Test that fits the leading candidate worst, when it fits badly; null otherwise. */
  readonly oddTest: string | null;
}

/** What is believed of a piece after its tests. */
export interface Identification {
  readonly hypotheses: readonly WeighedHypothesis[];
  /** Every grade, best first; probabilities sum to one. */
  readonly candidates: readonly Candidate[];
  readonly fit: Fit;
  readonly tests: readonly CheckedTest[];
  /** Belief about the composition of a grade after the readings. */
  beliefOf(gradeIndex: number): CompositionBelief;
  /** Outcome probabilities of the field tests under this identification's compositions. */
  readonly tables: OutcomeTables;
  /** Composition samples of a grade after the readings. */
  samplesOf(gradeIndex: number): GradeSamples;
}

// Reading further from every grade than this share of a perfect hit counts as a gross error.
const GROSS_ERROR_DENSITY = 1e-6;

function scatterOf(model: ReadingModel, reading: Composition): { readonly [symbol: string]: number } {
  return Object.fromEntries(
    Object.entries(model.sigma).map(([symbol, sigma]) => [
      symbol,
      hypotenuse(sigma, model.relativeSigma * (reading[symbol as keyof Composition] ?? 0)),
    ]),
  );
}

function unseenLogLikelihood(model: ReadingModel, reading: Composition, belief: CompositionBelief): number {
  let log = 0;
  for (const symbol of unseenElements(model.detectionLimit, reading)) {
    const expected = beliefMean(belief[ELEMENT_INDEX[symbol]] as ElementBelief);
    const limit = model.detectionLimit[symbol] as number;
    // Falls from 1 below the detection limit to the floor well above it.
    const seen = 1 / (1 + power(limit / Math.max(1e-6, expected), 4));
    log += ln(1 - (1 - model.unseenFloor) * seen);
  }
  return log;
}

/** Natural logarithm of a reading's likelihood for a grade, and the composition it leaves. */
export function weighReading(
  model: ReadingModel,
  reading: Composition,
  belief: CompositionBelief,
): { log: number; belief: CompositionBelief } {
  const measured = measureComposition(belief, reading, scatterOf(model, reading));
  const log = measured.logEvidence + unseenLogLikelihood(model, reading, belief);
  return {
    log: ln((1 - model.outlier) * exp(log) + model.outlier * GROSS_ERROR_DENSITY),
    belief: measured.logEvidence > ln(GROSS_ERROR_DENSITY) ? measured.belief : belief,
  };
}

/**
 * Identifies a piece by Bayes' rule over grades and conditions. Tests count as independent given the hypothesis and the
 * composition; composition is marginalised over samples, readings are weighed exactly element by element.
 * @param confirmed pieces of this kind the workshop has confirmed, by grade
 * @throws InputError naming every faulty field
 */
export function identify(input: IdentifyInput, confirmed: ConfirmedCounts = {}, path: FieldPath = []): Identification {
  const tests = checkIdentifyInput(input, path);
  const readings = tests.filter(({ definition }) => definition.model.kind === 'reading');
  const beliefs: CompositionBelief[] = [];
  const readingLogs = new Float64Array(GRADES.length);
  if (readings.length > 0)
    GRADES.forEach((_, index) => {
      let belief = catalogueBelief(index);
      for (const { definition, entry } of readings) {
        // A checked reading has a reading and a model for it.
        const weighed = weighReading(definition.model as ReadingModel, entry.reading as Composition, belief);
        readingLogs[index] = (readingLogs[index] as number) + weighed.log;
        belief = weighed.belief;
      }
      beliefs[index] = belief;
    });
  const drawn: GradeSamples[] = [];
  const samplesOf = (index: number): GradeSamples =>
    readings.length === 0
      ? catalogueSamples(index)
      : (drawn[index] ??= drawGradeSamples(beliefs[index] as CompositionBelief));
  const tables = readings.length === 0 ? catalogueTables(input.lapses) : new OutcomeTables(samplesOf, input.lapses);
  const marks = tests.filter(({ definition }) => definition.model.kind === 'mark');
  const perSample = tests.filter(
    ({ definition }) => definition.model.kind !== 'mark' && definition.model.kind !== 'reading',
  );

  const list = hypotheses(input.item, confirmed);
  const scores = list.map(({ prior, gradeIndex, grade }) =>
    marks.reduce((sum, test) => sum + ln(markOf(test, grade)), ln(prior) + (readingLogs[gradeIndex] as number)),
  );
  const leader = scores.reduce((best, score) => Math.max(best, score), -Infinity);
  list.forEach((hypothesis, index) => {
    const score = scores[index] as number;
    // A hypothesis this far behind on marks and readings alone cannot matter: its samples are not drawn.
    if (perSample.length === 0 || score < leader - 30) return;
    scores[index] = score + ln(jointLikelihood(perSample, hypothesis, tables, samplesOf));
  });
  const weighed = normalise(list, scores);
  const candidates = foldConditions(weighed);
  return {
    hypotheses: weighed,
    candidates,
    tests,
    fit: fitOf(weighed, tests, tables, samplesOf),
    tables,
    beliefOf: (index) => beliefs[index] ?? catalogueBelief(index),
    samplesOf,
  };
}

const CATALOGUE_TABLES = new OutcomeTables(catalogueSamples);
/** Tables of the lapses asked about last: one workshop asks for the same ones again and again. */
let lapsed = { key: '', tables: CATALOGUE_TABLES };

/** Tables over the catalogue's compositions, kept from question to question. */
function catalogueTables(lapses: IdentifyInput['lapses']): OutcomeTables {
  const key = lapses === undefined || Object.keys(lapses).length === 0 ? '' : JSON.stringify(lapses);
  if (key === '') return CATALOGUE_TABLES;
  if (lapsed.key !== key) lapsed = { key, tables: new OutcomeTables(catalogueSamples, lapses) };
  return lapsed.tables;
}

/**
 * Probability of what a test showed, of a grade that is known: over its conditions and its compositions.
 * @returns null for a test whose results are no choice of outcomes
 */
export function outcomeOfGrade({ definition, entry, settings }: CheckedTest, gradeId: string): number | null {
  if (definition.model.kind !== 'graded' && definition.model.kind !== 'table') return null;
  const own = hypotheses().filter(({ grade }) => grade.id === gradeId);
  const total = own.reduce((sum, { prior }) => sum + prior, 0);
  const outcome = definition.outcomes.findIndex(({ id }) => id === entry.outcome);
  if (total <= 0 || outcome < 0) return null;
  return own.reduce(
    (sum, one) => sum + (one.prior / total) * CATALOGUE_TABLES.mean(definition, settings, one, outcome),
    0,
  );
}

const markOf = ({ definition, entry }: CheckedTest, grade: Grade): number =>
  // A checked mark has a mark or an outcome, and a model for it.
  markLikelihood(definition.model as MarkModel, entry.mark ?? (entry.outcome as string), grade);

/** Likelihood of all outcomes together, averaged over the composition samples. */
function jointLikelihood(
  tests: readonly CheckedTest[],
  hypothesis: Hypothesis,
  tables: OutcomeTables,
  samplesOf: (index: number) => GradeSamples,
): number {
  const samples = samplesOf(hypothesis.gradeIndex);
  const product = new Float64Array(samples.count).fill(1);
  for (const { definition, entry, settings } of tests) {
    if (definition.model.kind === 'gauge') {
      for (let sample = 0; sample < samples.count; sample++)
        product[sample] =
          (product[sample] as number) *
          gaugeDensity(definition.model, entry.number as number, settings, hypothesis, samples, sample);
      continue;
    }
    const table = tables.of(definition, settings, hypothesis);
    const outcomes = definition.outcomes.length;
    const outcome = definition.outcomes.findIndex(({ id }) => id === entry.outcome);
    for (let sample = 0; sample < samples.count; sample++)
      product[sample] = (product[sample] as number) * (table[sample * outcomes + outcome] as number);
  }
  let sum = 0;
  for (const likelihood of product) sum += likelihood;
  return sum / samples.count;
}

function normalise(list: readonly Hypothesis[], scores: readonly number[]): readonly WeighedHypothesis[] {
  const best = scores.reduce((top, score) => Math.max(top, score), -Infinity);
  const weights = scores.map((score) => exp(score - best));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return list.map((hypothesis, index) => ({ ...hypothesis, probability: (weights[index] as number) / total }));
}

function foldConditions(list: readonly WeighedHypothesis[]): readonly Candidate[] {
  const byGrade = new Map<number, WeighedHypothesis[]>();
  for (const hypothesis of list) {
    const group = byGrade.get(hypothesis.gradeIndex);
    if (group) group.push(hypothesis);
    else byGrade.set(hypothesis.gradeIndex, [hypothesis]);
  }
  return [...byGrade.values()]
    .map((group) => {
      const probability = group.reduce((sum, member) => sum + member.probability, 0);
      const share = (holds: (member: WeighedHypothesis) => boolean): number =>
        probability > 0 ? group.filter(holds).reduce((sum, member) => sum + member.probability, 0) / probability : 0;
      const coatings = [...new Set(group.map(({ coating }) => coating))];
      const grade = (group[0] as WeighedHypothesis).grade;
      return {
        grade: grade.id,
        family: grade.family,
        probability,
        conditions: {
          soft: share(({ worked }) => !worked),
          worked: share(({ worked }) => worked),
          ...Object.fromEntries(coatings.map((coating) => [coating, share((member) => member.coating === coating)])),
        },
      };
    })
    .sort((left, right) => right.probability - left.probability || left.grade.localeCompare(right.grade));
}

/** Share of its own best answer that a hypothesis gives to what a test showed, 0 to 1. */
function shareOfBest(
  test: CheckedTest,
  hypothesis: WeighedHypothesis,
  tables: OutcomeTables,
  samplesOf: (index: number) => GradeSamples,
): number {
  const { definition, entry, settings } = test;
  const { model } = definition;
  switch (model.kind) {
    case 'graded':
    case 'table': {
      const means = definition.outcomes.map((_, outcome) => tables.mean(definition, settings, hypothesis, outcome));
      return (means[definition.outcomes.findIndex(({ id }) => id === entry.outcome)] as number) / Math.max(...means);
    }
    case 'gauge': {
      const seen = (number: number): number =>
        jointLikelihood([{ ...test, entry: { ...entry, number } }], hypothesis, tables, samplesOf);
      return Math.min(1, seen(entry.number as number) / Math.max(...[0, ...model.bins, 100].map(seen)));
    }
    case 'mark':
      return markOf(test, hypothesis.grade) / model.match;
    case 'reading': {
      const reading = entry.reading as Composition;
      const belief = catalogueBelief(hypothesis.gradeIndex);
      const center = meanComposition(belief);
      const ideal = Object.fromEntries(
        Object.keys(reading).map((symbol) => [symbol, center[symbol as keyof Composition] ?? 0]),
      );
      const gap = weighReading(model, reading, belief).log - weighReading(model, ideal, belief).log;
      // Several elements each miss a little even when the grade is right: judge the miss per pair of elements.
      return Math.min(1, exp(gap / Math.max(1, Object.keys(reading).length / 2)));
    }
  }
}

function fitOf(
  list: readonly WeighedHypothesis[],
  tests: readonly CheckedTest[],
  tables: OutcomeTables,
  samplesOf: (index: number) => GradeSamples,
): Fit {
  const leader = list.reduce((best, hypothesis) => (hypothesis.probability > best.probability ? hypothesis : best));
  const { oddBelow, noneBelow, productPoor, supportNeeded } = identification.fit;
  let product = 1;
  let odd = 0;
  let worst: { id: string; share: number } | undefined;
  for (const test of tests) {
    const share = shareOfBest(test, leader, tables, samplesOf);
    product *= share;
    if (share < oddBelow) odd++;
    if (!worst || share < worst.share) worst = { id: test.definition.id, share };
  }
  if (!worst || (odd === 0 && product >= productPoor)) return { level: 'good', oddTest: null };
  const unsupported = tests.length - odd < supportNeeded;
  const level = odd >= 2 || (worst.share < noneBelow && unsupported) ? 'none' : 'poor';
  return { level, oddTest: worst.id };
}
