import { exp, ln, log2, square } from '../arithmetic';
import identification from '../../data/identification.json';
import { beliefMean, beliefVariance, ELEMENT_INDEX, type ElementBelief, type ElementSymbol } from '../composition';
import { FIELD_TESTS, type FieldTest, type GaugeModel, type ReadingModel } from './field-tests';
import type { Identification, WeighedHypothesis } from './identify';
import { gaugeDensity } from './likelihood';

/** What a test not yet done could bring. */
export interface NextTest {
  readonly test: string;
  /** Settings worth using, such as where to hold the magnet. */
  readonly settings: { readonly [option: string]: string };
  readonly minutes: number;
  /** Expected information about the grade, bits. */
  readonly informationBits: number;
  /**
   * Expected drop of the filler loss when the rod is chosen after the test instead of now; 0 when no outcome changes
   * the rod.
   */
  readonly lossDrop: number;
  /** Rod the most telling outcome would move to, and that outcome; null when none changes it. */
  readonly moves: { readonly outcome: string; readonly rod: string } | null;
}

/** Loss of every rod for every grade the piece may be. */
export interface FillerLoss {
  readonly rods: readonly string[];
  /** Losses in the order of `rods`; undefined for grades too unlikely to matter. */
  lossesOf(gradeId: string): ArrayLike<number> | undefined;
}

/** Answer to "which test next, and may I stop". */
export interface NextTests {
  readonly tests: readonly NextTest[];
  /**
   * Whether something was tried on the piece, and no further test at hand is worth its minutes for choosing the rod.
   */
  readonly enough: boolean;
}

const NEGLIGIBLE = 1e-3;
const MOST_HYPOTHESES = 60;

interface Outcome {
  readonly title: string;
  /** Probability of the outcome for each kept hypothesis. */
  readonly likelihoods: Float64Array;
}

/**
 * Plans the next test: expected information and, what counts, the expected drop in filler loss (value of information).
 * @param owned ids of the tests the workshop can do; all when left out
 * @param loss filler losses; without them `lossDrop` is 0 and nothing is ever enough
 */
export function nextTests(known: Identification, loss?: FillerLoss, owned?: readonly string[]): NextTests {
  const kept = known.hypotheses
    .filter(({ probability }) => probability > NEGLIGIBLE)
    .sort((left, right) => right.probability - left.probability)
    .slice(0, MOST_HYPOTHESES);
  const prior = kept.map(({ probability }) => probability);
  const done = new Set(known.tests.map(({ definition, settings }) => key(definition.id, settings)));
  const results: NextTest[] = [];
  for (const definition of FIELD_TESTS) {
    if (definition.atTheTorch || (owned && !owned.includes(definition.id))) continue;
    let best: NextTest | undefined;
    for (const settings of definition.variants ?? [{}]) {
      if (
        done.has(key(definition.id, settings)) ||
        (!definition.variants && known.tests.some((test) => test.definition.id === definition.id))
      )
        continue;
      const outcomes = outcomesOf(definition, settings, kept, known);
      const candidate = worth(definition, settings, outcomes, kept, prior, loss);
      if (!best || worthOf(candidate) > worthOf(best)) best = candidate;
    }
    if (best) results.push(best);
  }
  results.sort((left, right) => worthOf(right) - worthOf(left) || left.test.localeCompare(right.test));
  const margin = identification.enough.lossDropPerTest;
  // Before anything was tried, that no test would change the rod only says how little is known.
  const isBegun = known.tests.length > 0;
  const isWorthless = results.every(({ lossDrop }) => lossDrop < margin);
  return { tests: results, enough: loss !== undefined && isBegun && isWorthless };
}

const key = (id: string, settings: { readonly [option: string]: string }): string =>
  `${id} ${Object.values(settings).join(' ')}`;

/** What a test is worth: loss avoided a minute, then information a minute. */
export function worthOf({ lossDrop, informationBits, minutes }: NextTest): number {
  const { addedMinutes, lossPerBit } = identification.worth;
  return (lossDrop + lossPerBit * informationBits) / (minutes + addedMinutes);
}

/**
 * The one test, over several pieces, that is worth most for the rod.
 * @param plans what to test next on each piece, by its position
 * @returns null when no test of any piece would change the rod
 */
export function mostWorthwhile(
  plans: Readonly<Record<number, { readonly nextTests: readonly NextTest[]; readonly enough: boolean }>>,
): { readonly piece: number; readonly test: NextTest } | null {
  const first = Object.entries(plans).flatMap(([piece, { nextTests: tests, enough }]) => {
    const test = enough ? undefined : tests.find(({ moves }) => moves !== null);
    return test ? [{ piece: Number(piece), test }] : [];
  });
  return first.reduce<(typeof first)[number] | null>(
    (best, one) => (best === null || worthOf(one.test) > worthOf(best.test) ? one : best),
    null,
  );
}

function outcomesOf(
  definition: FieldTest,
  settings: { readonly [option: string]: string },
  kept: readonly WeighedHypothesis[],
  known: Identification,
): Outcome[] {
  const { model } = definition;
  switch (model.kind) {
    case 'graded':
    case 'table':
      return definition.outcomes.map(({ title }, outcome) => ({
        title,
        likelihoods: Float64Array.from(kept, (hypothesis) =>
          known.tables.mean(definition, settings, hypothesis, outcome),
        ),
      }));
    case 'gauge':
      return spreadOverOutcomes(
        gaugeOutcomes(model).map(({ title, number }) => ({
          title,
          likelihoods: Float64Array.from(kept, (hypothesis) =>
            meanGaugeDensity(model, number, settings, hypothesis, known),
          ),
        })),
        kept.length,
      );
    case 'mark':
      return markOutcomes(definition, kept);
    case 'reading':
      return readingOutcomes(model, kept, known);
  }
}

function meanGaugeDensity(
  model: GaugeModel,
  number: number,
  settings: { readonly [option: string]: string },
  hypothesis: WeighedHypothesis,
  known: Identification,
): number {
  const samples = known.samplesOf(hypothesis.gradeIndex);
  let sum = 0;
  for (let sample = 0; sample < samples.count; sample++)
    sum += gaugeDensity(model, number, settings, hypothesis, samples, sample);
  return sum / samples.count;
}

function gaugeOutcomes({ bins }: GaugeModel): { title: string; number: number }[] {
  return bins.map((edge, index) => ({ title: `about ${edge} FN`, number: index === 0 ? edge / 2 : edge }));
}

function markOutcomes(definition: FieldTest, kept: readonly WeighedHypothesis[]): Outcome[] {
  const readable = definition.readableShare ?? 0;
  const grades = [...new Set(kept.map(({ grade }) => grade.id))];
  return [
    { title: 'no mark to read', likelihoods: Float64Array.from(kept, () => 1 - readable) },
    ...grades.map((id) => ({
      title: `the mark ${id}`,
      likelihoods: Float64Array.from(
        kept,
        ({ grade }) => readable * (grade.id === id ? 0.95 : 0.05 / Math.max(1, grades.length - 1)),
      ),
    })),
  ];
}

/**
 * Stands for the readings a piece could give: the mean composition of each candidate grade in turn. Grades are compared
 * as normal distributions of what the instrument would show.
 */
function readingOutcomes(model: ReadingModel, kept: readonly WeighedHypothesis[], known: Identification): Outcome[] {
  const symbols = Object.keys(model.sigma) as ElementSymbol[];
  const grades = [...new Map(kept.map((hypothesis) => [hypothesis.gradeIndex, hypothesis.grade.id])).entries()];
  const shown = new Map(
    grades.map(([index]) => {
      const belief = known.beliefOf(index);
      const moments = symbols.map((symbol) => {
        const element = belief[ELEMENT_INDEX[symbol]] as ElementBelief;
        const mean = beliefMean(element);
        return {
          mean,
          variance:
            beliefVariance(element) + square(model.sigma[symbol] as number) + square(model.relativeSigma * mean),
        };
      });
      return [index, moments] as const;
    }),
  );
  const density = (at: number, under: number): number => {
    const readings = shown.get(at) as readonly { mean: number; variance: number }[];
    const expected = shown.get(under) as readonly { mean: number; variance: number }[];
    let log = 0;
    expected.forEach(({ mean, variance }, position) => {
      const gap = (readings[position] as { mean: number }).mean - mean;
      log -= (0.5 * gap * gap) / variance + 0.5 * ln(variance);
    });
    return exp(log);
  };
  return spreadOverOutcomes(
    grades.map(([at, id]) => {
      const byGrade = new Map(grades.map(([under]) => [under, density(at, under)]));
      return {
        title: `a reading like ${id}`,
        likelihoods: Float64Array.from(kept, ({ gradeIndex }) => byGrade.get(gradeIndex) as number),
      };
    }),
    kept.length,
  );
}

/** Scales densities so that each hypothesis spreads a total probability of one over the outcomes. */
function spreadOverOutcomes(raw: readonly Outcome[], hypotheses: number): Outcome[] {
  const totals = Array.from({ length: hypotheses }, (_, position) =>
    raw.reduce((sum, { likelihoods }) => sum + (likelihoods[position] as number), 0),
  );
  return raw.map(({ title, likelihoods }) => ({
    title,
    likelihoods: likelihoods.map((likelihood, position) => likelihood / (totals[position] || 1)),
  }));
}

function worth(
  definition: FieldTest,
  settings: { readonly [option: string]: string },
  outcomes: readonly Outcome[],
  kept: readonly WeighedHypothesis[],
  prior: readonly number[],
  loss: FillerLoss | undefined,
): NextTest {
  const now = gradeEntropy(kept, prior);
  const before = loss ? bestRod(loss, kept, prior) : undefined;
  let entropyAfter = 0;
  let lossAfter = 0;
  let moves: NextTest['moves'] = null;
  let movesGain = 0;
  let totalProbability = 0;
  for (const { title, likelihoods } of outcomes) {
    const joint = prior.map((probability, index) => probability * (likelihoods[index] as number));
    const probability = joint.reduce((sum, weight) => sum + weight, 0);
    if (probability <= 0) continue;
    totalProbability += probability;
    const posterior = joint.map((weight) => weight / probability);
    entropyAfter += probability * gradeEntropy(kept, posterior);
    if (!loss || !before) continue;
    const after = bestRod(loss, kept, posterior);
    lossAfter += probability * after.loss;
    const gain = probability * (expectedLoss(loss, before.index, kept, posterior) - after.loss);
    if (after.index !== before.index && gain > movesGain) {
      movesGain = gain;
      moves = { outcome: title, rod: loss.rods[after.index] as string };
    }
  }
  const scale = totalProbability > 0 ? 1 / totalProbability : 0;
  return {
    test: definition.id,
    settings,
    minutes: definition.minutes,
    informationBits: Math.max(0, now - entropyAfter * scale),
    lossDrop: before ? Math.max(0, before.loss - lossAfter * scale) : 0,
    moves: movesGain > 1e-6 ? moves : null,
  };
}

function gradeEntropy(kept: readonly WeighedHypothesis[], probabilities: readonly number[]): number {
  const byGrade = new Map<number, number>();
  let total = 0;
  kept.forEach(({ gradeIndex }, index) => {
    const probability = probabilities[index] as number;
    byGrade.set(gradeIndex, (byGrade.get(gradeIndex) ?? 0) + probability);
    total += probability;
  });
  let bits = 0;
  for (const probability of byGrade.values())
    if (probability > 0) bits -= (probability / total) * log2(probability / total);
  return bits;
}

function expectedLoss(
  loss: FillerLoss,
  rod: number,
  kept: readonly WeighedHypothesis[],
  probabilities: readonly number[],
): number {
  let sum = 0;
  let weight = 0;
  kept.forEach(({ grade }, index) => {
    const losses = loss.lossesOf(grade.id);
    if (!losses) return;
    sum += (probabilities[index] as number) * (losses[rod] as number);
    weight += probabilities[index] as number;
  });
  return weight > 0 ? sum / weight : 0;
}

function bestRod(
  loss: FillerLoss,
  kept: readonly WeighedHypothesis[],
  probabilities: readonly number[],
): { index: number; loss: number } {
  let best = { index: 0, loss: Infinity };
  for (let rod = 0; rod < loss.rods.length; rod++) {
    const expected = expectedLoss(loss, rod, kept, probabilities);
    if (expected < best.loss) best = { index: rod, loss: expected };
  }
  return best;
}
