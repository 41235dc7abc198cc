import type { RankedRod } from '@variatum/metallurgy';
import { firstBesideWords } from './decided-words';

const risk = (mechanism: string, probability: number, loss: number) => ({
  mechanism,
  title: mechanism === 'hot' ? 'Hot cracking' : 'Pitting',
  probability,
  loss,
});
const rod = (name: string | null, expectedLoss: number, risks: readonly ReturnType<typeof risk>[]): RankedRod =>
  ({ rod: name, expectedLoss, risks }) as unknown as RankedRod;

test('the rod that ranks first stands beside the decided one with what speaks for it and what keeping costs', () => {
  const first = rod('ER347', 0.02, [risk('hot', 0.02, 0.004), risk('pitting', 0.1, 0.01)]);
  const decided = rod('ER308L', 0.032, [risk('hot', 0.09, 0.018), risk('pitting', 0.1, 0.008)]);
  expect(firstBesideWords(first, decided)).toBe(
    'ER347 ranks first: hot cracking 2.0 % against 9.0 %. Keeping ER308L costs 1.2 points of risk.',
  );
  expect(firstBesideWords(first, { ...decided, expectedLoss: 0.0201 })).toBe(
    'ER347 ranks first, and no better: a tie.',
  );
  expect(firstBesideWords(first, null)).toBe('ER347 ranks first.');
  expect(firstBesideWords(rod(null, 0.01, []), decided)).toContain('No rod ranks first');
});
