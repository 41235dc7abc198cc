import { exp, hypotenuse, ln } from '../arithmetic';
import identification from '../../data/identification.json';
import { ELEMENT_COUNT, ELEMENT_INDEX, isElementSymbol, type ElementSymbol } from '../composition';
import { COATINGS, type Coating } from '../piece';
import type { FieldTest, GaugeModel, GradedModel, TableModel, TableRule } from './field-tests';
import type { GradeSamples } from './grade-samples';
import type { Hypothesis } from './hypotheses';
import { magneticFraction } from './magnetic-fraction';

/** Settings of a test as texts, by option. */
export type TestSettings = { readonly [option: string]: string };

const FLOOR = identification.outcomeFloor;

/** Standard normal distribution function; absolute error below 1e-7 (Abramowitz and Stegun 7.1.26). */
function normalDistribution(z: number): number {
  const x = Math.abs(z) / Math.SQRT2;
  const t = 1 / (1 + 0.3275911 * x);
  const tail =
    0.5 *
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
    exp(-x * x);
  return z >= 0 ? 1 - tail : tail;
}

function strainsAt(setting: string | undefined, worked: boolean): readonly number[] {
  const { strains } = identification;
  if (setting === 'soft' || setting === 'bent' || setting === 'drawn' || setting === 'hard') return strains[setting];
  return worked ? strains['whole-worked'] : strains['whole-soft'];
}

/** Magnetic fractions a spot of a sample may have: one for each strain the setting stands for, equally likely. */
function fractionsOf(hypothesis: Hypothesis, samples: GradeSamples, sample: number, settings: TestSettings): number[] {
  const melted = settings['worked'] === 'melted';
  return strainsAt(settings['worked'], hypothesis.worked).map((strain) =>
    magneticFraction(hypothesis.grade, samples.md30C[sample] as number, samples.ferriteNumber[sample] as number, {
      strain,
      melted,
    }),
  );
}

function addGraded(model: GradedModel, feature: number, weight: number, target: Float64Array, offset: number): void {
  const logFeature = ln(Math.max(1e-6, feature));
  const classes = model.edges.length + 1;
  let below = 0;
  for (let outcome = 0; outcome < classes; outcome++) {
    const edge = model.edges[outcome];
    const upTo = edge === undefined ? 1 : normalDistribution((ln(edge) - logFeature) / model.softness);
    target[offset + outcome] =
      (target[offset + outcome] as number) +
      weight * ((1 - model.lapse) * Math.max(0, upTo - below) + model.lapse / classes);
    below = upTo;
  }
}

interface CompiledRule {
  readonly families: ReadonlySet<string> | undefined;
  readonly coatings: ReadonlySet<Coating> | undefined;
  readonly options: readonly (readonly [string, readonly (string | null)[]])[];
  readonly atLeast: readonly (readonly [number, number])[];
  readonly below: readonly (readonly [number, number])[];
  readonly likelihoods: readonly number[];
}

const COMPILED = new WeakMap<TableModel, readonly CompiledRule[]>();

function compile(model: TableModel, outcomes: FieldTest['outcomes']): readonly CompiledRule[] {
  const known = COMPILED.get(model);
  if (known) return known;
  const bounds = (limits: object | undefined): (readonly [number, number])[] =>
    Object.entries(limits ?? {}).map(([symbol, limit]) => [ELEMENT_INDEX[symbol as ElementSymbol], limit as number]);
  const rules = model.rules.map(({ when, likelihood }: TableRule) => ({
    families: when?.family && new Set<string>(when.family),
    coatings: when?.coating && new Set(when.coating),
    options: Object.entries(when?.option ?? {}),
    atLeast: bounds(when?.atLeast),
    below: bounds(when?.below),
    likelihoods: outcomes.map(({ id }) => Math.max(FLOOR, likelihood[id] ?? 0)),
  }));
  COMPILED.set(model, rules);
  return rules;
}

function compositionFits(rule: CompiledRule, compositions: Float64Array, offset: number): boolean {
  for (const [index, limit] of rule.atLeast) if ((compositions[offset + index] as number) < limit) return false;
  for (const [index, limit] of rule.below) if ((compositions[offset + index] as number) >= limit) return false;
  return true;
}

/**
 * Probability of every outcome of a test for every composition sample of a hypothesis.
 * @returns row-major, samples x outcomes
 */
function outcomeTable(
  definition: FieldTest,
  settings: TestSettings,
  hypothesis: Hypothesis,
  samples: GradeSamples,
  lapse: number,
): Float64Array {
  const { model, outcomes } = definition;
  const table = new Float64Array(samples.count * outcomes.length);
  if (model.kind === 'graded') {
    for (let sample = 0; sample < samples.count; sample++) {
      const fractions = fractionsOf(hypothesis, samples, sample, settings);
      for (const fraction of fractions)
        addGraded(model, fraction, 1 / fractions.length, table, sample * outcomes.length);
    }
  } else if (model.kind === 'table') {
    const rules = compile(model, outcomes).filter(
      ({ families, coatings, options }) =>
        (!families || families.has(hypothesis.grade.family)) &&
        (!coatings || coatings.has(hypothesis.coating)) &&
        options.every(([option, allowed]) => allowed.includes(settings[option] ?? null)),
    );
    for (let sample = 0; sample < samples.count; sample++) {
      const rule = rules.find((candidate) => compositionFits(candidate, samples.compositions, sample * ELEMENT_COUNT));
      if (!rule) throw new Error(`the field test ${definition.id} needs a last rule without a condition`);
      table.set(rule.likelihoods, sample * outcomes.length);
    }
  }
  // A result that says nothing may be any.
  if (lapse > 0)
    for (let at = 0; at < table.length; at++) table[at] = (1 - lapse) * (table[at] as number) + lapse / outcomes.length;
  return table;
}

/** Density of a gauge reading for one sample of a hypothesis, relative to the peak of a low reading. */
export function gaugeDensity(
  model: GaugeModel,
  reading: number,
  settings: TestSettings,
  hypothesis: Hypothesis,
  samples: GradeSamples,
  sample: number,
): number {
  const seen = Math.min(model.saturatesAt, reading);
  const fractions = fractionsOf(hypothesis, samples, sample, settings);
  let sum = 0;
  for (const fraction of fractions) {
    const expected = Math.min(model.saturatesAt, fraction * model.perUnit);
    const sigma = hypotenuse(model.absoluteSigma, model.relativeSigma * expected);
    const z = (seen - expected) / sigma;
    sum += ((1 - model.outlier) * exp(-0.5 * z * z) * model.absoluteSigma) / sigma + model.outlier * 0.02;
  }
  return sum / fractions.length;
}

/** Outcome probabilities computed once for each test, setting and hypothesis, and kept. */
export class OutcomeTables {
  private readonly tables = new Map<string, Float64Array[]>();

  /**
   * @param samplesOf composition samples by position of the grade
   * @param lapses share of a test's results that say nothing, by test
   */
  constructor(
    private readonly samplesOf: (gradeIndex: number) => GradeSamples,
    private readonly lapses: { readonly [test: string]: number } = {},
  ) {}

  /** Table of a hypothesis, row-major samples x outcomes. */
  of(definition: FieldTest, settings: TestSettings, hypothesis: Hypothesis): Float64Array {
    const key = `${definition.id} ${Object.values(settings).join(' ')}`;
    let byHypothesis = this.tables.get(key);
    if (!byHypothesis) this.tables.set(key, (byHypothesis = []));
    const slot =
      hypothesis.gradeIndex * 2 * COATINGS.length +
      COATINGS.indexOf(hypothesis.coating) * 2 +
      (hypothesis.worked ? 1 : 0);
    return (byHypothesis[slot] ??= outcomeTable(
      definition,
      settings,
      hypothesis,
      this.samplesOf(hypothesis.gradeIndex),
      this.lapses[definition.id] ?? 0,
    ));
  }

  /** Mean probability of one outcome over the composition samples. */
  mean(definition: FieldTest, settings: TestSettings, hypothesis: Hypothesis, outcome: number): number {
    const table = this.of(definition, settings, hypothesis);
    const outcomes = definition.outcomes.length;
    let sum = 0;
    for (let position = outcome; position < table.length; position += outcomes) sum += table[position] as number;
    return (sum * outcomes) / table.length;
  }
}

/** Elements of a reading that an instrument should have shown and did not. */
export function unseenElements(
  limits: { readonly [Element in ElementSymbol]?: number },
  reading: object,
): ElementSymbol[] {
  return Object.keys(limits).filter(
    (symbol): symbol is ElementSymbol => isElementSymbol(symbol) && !(symbol in reading),
  );
}
