import { PURCHASE_LOSS, type RankedRod } from '@variatum/metallurgy';
import fc from 'fast-check';
import { shelfChoice } from './rods-on-shelf';

const ranked = (rod: string | null, expectedLoss: number): RankedRod => ({ rod, expectedLoss, risks: [] }) as never;
const stock = (...rods: string[]) => rods.map((rod) => ({ rod, inStock: true }));

test('what lies on the shelf is held against the best of all, as if that lay there too', () => {
  const ranking = [ranked('ER309L', 0.05), ranked('ERNiCr-3', 0.06), ranked('ER308L', 0.12)];
  const found = shelfChoice(ranking, stock('ER309L', 'ER308L'));
  expect(found?.best.rod).toBe('ERNiCr-3');
  expect(found?.onShelf.map(({ rod }) => rod.rod)).toEqual(['ER309L', 'ER308L']);
  expect(found?.waiting).toBeCloseTo(0.05 - (0.06 - PURCHASE_LOSS), 9);
});

test('nothing is said where the best lies on the shelf, none is fed, or nothing is known of it', () => {
  const ranking = [ranked('ER309L', 0.05), ranked('ERNiCr-3', 0.09)];
  expect(shelfChoice(ranking, stock('ER309L'))).toBeNull();
  expect(shelfChoice(ranking, [{ rod: 'ER309L', inStock: false }])).toBeNull();
  expect(shelfChoice([ranked(null, 0.01), ...ranking], stock('ER308L'))).toBeNull();
});

test('no rod on the shelf is better than the best of all; waiting is worth what the first of them loses', () => {
  const rods = ['ER308L', 'ER309L', 'ER316L', 'ERNiCr-3'];
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.04, max: 1, noNaN: true }), { minLength: 4, maxLength: 4 }),
      fc.subarray(rods, { minLength: 1 }),
      (losses, here) => {
        const found = shelfChoice(
          rods.map((rod, index) => ranked(rod, losses[index]!)),
          stock(...here),
        );
        for (const { worse } of found?.onShelf ?? []) expect(worse).toBeGreaterThanOrEqual(0);
        if (found) expect(found.waiting).toBe(found.onShelf[0]?.worse ?? null);
      },
    ),
  );
});
