import data from '../../data/learning.json';
import { exp, ln } from '../arithmetic';
import { weightedQuantile } from '../chance';
import { checkTestEntry, outcomeOfGrade, type TestEntry } from '../identify';
import { FaultCollector } from '../errors';

/** A test of a piece whose grade is known by now. */
export interface ConfirmedTest {
  readonly grade: string;
  readonly test: TestEntry;
}

/** How good a test is in a workshop's hands. */
export interface LearntTest {
  /** Share of its results that say nothing, beyond what its model holds already: mean and 90 % range. */
  readonly lapse: number;
  readonly range90: readonly [number, number];
  readonly prior: number;
  /** Results of confirmed pieces. */
  readonly count: number;
  /** How many of them the model holds for less likely than a guess. */
  readonly odd: number;
  /** Whether there are enough of them to reckon with. */
  readonly used: boolean;
}

const CELLS = 90;
const MOST = 0.9;
const {
  asGood,
  lapse: [one, other],
  leastResults,
} = data.tests as typeof data.tests & { lapse: [number, number] };

/** Places at which a lapse is weighed: none at all, then the middles of equal cells. */
const PLACES = [0, ...Array.from({ length: CELLS }, (_, index) => ((index + 0.5) / CELLS) * MOST)];
const PRIOR = ((): readonly number[] => {
  const density = PLACES.slice(1).map((place) => (place / MOST) ** (one - 1) * (1 - place / MOST) ** (other - 1));
  const sum = density.reduce((total, each) => total + each, 0);
  return [asGood, ...density.map((each) => ((1 - asGood) * each) / sum)];
})();
const PRIOR_MEAN = PRIOR.reduce((sum, weight, at) => sum + weight * (PLACES[at] as number), 0);

/**
 * How often each test lapses, from results of pieces whose grade is known by now: a share of results that may be
 * anything, Beta before and weighed by how likely each result was. Tests whose results are no choice of outcomes (an
 * analyser, a stamp, a gauge) have errors of their own in their model and are left out, as is whatever the catalogue no
 * longer knows.
 * @returns by test
 */
export function learnTests(confirmed: readonly ConfirmedTest[]): Readonly<Record<string, LearntTest>> {
  const faults = new FaultCollector();
  const results = new Map<string, { readonly likelihood: number; readonly guess: number }[]>();
  for (const { grade, test } of confirmed) {
    const checked = faults.attempt(() => checkTestEntry(test));
    const likelihood = checked ? outcomeOfGrade(checked, grade) : null;
    if (!checked || likelihood === null) continue;
    const own = results.get(checked.definition.id) ?? [];
    results.set(checked.definition.id, [...own, { likelihood, guess: 1 / checked.definition.outcomes.length }]);
  }
  return Object.fromEntries(
    [...results].map(([test, own]) => {
      const logs = PLACES.map((place, at) =>
        own.reduce(
          (sum, { likelihood, guess }) => sum + ln(Math.max(1e-12, (1 - place) * likelihood + place * guess)),
          ln(PRIOR[at] as number),
        ),
      );
      const most = Math.max(...logs);
      const weights = logs.map((log) => exp(log - most));
      const total = weights.reduce((sum, weight) => sum + weight, 0);
      const mean = weights.reduce((sum, weight, at) => sum + (weight / total) * (PLACES[at] as number), 0);
      const range90 = [weightedQuantile(PLACES, weights, 0.05), weightedQuantile(PLACES, weights, 0.95)] as const;
      const odd = own.filter(({ likelihood, guess }) => likelihood < guess).length;
      return [
        test,
        { lapse: mean, range90, prior: PRIOR_MEAN, count: own.length, odd, used: own.length >= leastResults },
      ];
    }),
  );
}
