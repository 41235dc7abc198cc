import { SeededRandom } from '../../chance';
import { checkTestEntry, findFieldTest, outcomeOfGrade, type TestEntry } from '../../identify';
import type { ConfirmedTest } from '../learn-tests';

const GRADES = ['304', '316L', '430', '420', 'A36', 'S32205', '303'];

/**
 * Results of a test on pieces of known grades, so many of which say nothing: any outcome is then as likely as another.
 */
export function simulatedResults(
  test: string,
  count: number,
  lapse: number,
  seed: number,
  manner: Partial<TestEntry> = {},
): readonly ConfirmedTest[] {
  const random = new SeededRandom(seed);
  const { outcomes } = findFieldTest(test)!;
  const entry = (outcome: string): TestEntry => ({ ...manner, test, outcome });
  return Array.from({ length: count }, (_, index): ConfirmedTest => {
    const grade = GRADES[index % GRADES.length]!;
    const guess = outcomes[Math.floor(random.next() * outcomes.length)]!.id;
    if (random.next() < lapse) return { grade, test: entry(guess) };
    let left = random.next();
    const drawn = outcomes.find(({ id }) => (left -= outcomeOfGrade(checkTestEntry(entry(id)), grade)!) < 0);
    return { grade, test: entry(drawn?.id ?? guess) };
  });
}

/** Pieces of a kind drawn from known shares, counted by grade. */
export function simulatedPieces(
  shares: Readonly<Record<string, number>>,
  count: number,
  seed: number,
): Readonly<Record<string, number>> {
  const random = new SeededRandom(seed);
  const counts: Record<string, number> = {};
  for (let index = 0; index < count; index++) {
    let left = random.next();
    const grade = Object.entries(shares).find(([, share]) => (left -= share) < 0)?.[0] ?? Object.keys(shares)[0]!;
    counts[grade] = (counts[grade] ?? 0) + 1;
  }
  return counts;
}
