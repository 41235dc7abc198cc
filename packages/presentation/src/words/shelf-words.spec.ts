import type { RankedRod } from '@variatum/metallurgy';
import { shelfWords } from './shelf-words';

const rod = (name: string | null, probability: number, loss: number): RankedRod =>
  ({ rod: name, expectedLoss: loss, risks: [{ mechanism: 'hot', title: 'Hot cracking', probability, loss }] }) as never;
const best = rod('ERNiCr-3', 0.01, 0.01);
const here = rod('ER309L', 0.2, 0.06);

test('what waiting is worth is said with its reason, against what getting it counts', () => {
  const choice = { best, onShelf: [{ rod: here, worse: 0.05 }], waiting: 0.05, purchase: 0.03 };
  expect(shelfWords(choice)).toBe(
    'ERNiCr-3 would be the best and is not on the shelf. ER309L is: hot cracking 20 % against 1.0 %. ' +
      'Waiting for it is worth 5.0 points; getting it counts 3.0, an estimate.',
  );
  expect(shelfWords({ ...choice, waiting: 0.02 })).toMatch(
    /would save 2\.0 points against ER309L .*take what is here\.$/,
  );
  expect(shelfWords({ ...choice, waiting: 0 })).toContain('no better than what is: ER309L');
  expect(shelfWords({ ...choice, onShelf: [], waiting: null })).toContain('nothing on it is made for this process');
});
