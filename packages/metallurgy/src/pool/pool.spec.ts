import fc from 'fast-check';
import reference from '../testing/reference-cases.json';
import { expectAgrees } from '../testing/relative';
import { GRADES } from '../catalogue';
import { ELEMENTS, type Composition } from '../composition';
import { faultsOf } from '../testing/faults-of';
import { pool } from './pool';

const compositionOf = (name: string): Composition =>
  reference.materials.find((material) => material.name === name)?.composition as Composition;

describe('reference pools', () => {
  test.each(reference.pools.map((entry) => [entry.name, entry] as const))(
    '%s',
    (_name, { rod, a, b, dilution, shareA, pool: expected, expect: figures }) => {
      const { composition, constitution } = pool({
        parents: [{ composition: compositionOf(a) }, { composition: compositionOf(b) }],
        shares: [shareA, 1 - shareA],
        rod: dilution === 1 ? null : { composition: compositionOf(rod) },
        dilution,
      });
      // The reference lists pools to four decimals.
      for (const [symbol, percent] of Object.entries(expected))
        expect(Math.abs((composition[symbol as 'Cr'] ?? 0) - percent)).toBeLessThan(6e-5);
      expectAgrees(constitution.wrc1992.chromiumEquivalent, figures.wrc1992.cr);
      expectAgrees(constitution.wrc1992.nickelEquivalent, figures.wrc1992.ni);
      expectAgrees(constitution.wrc1992.ferriteNumber, figures.wrc1992.fn);
      expectAgrees(constitution.schaeffler.seferianFerritePercent, figures.schaeffler.seferian);
      expect(constitution.hammarSvensson.mode).toBe(figures.hammarSvensson.mode);
      expectAgrees(constitution.martensiteStartC, figures.martensiteStart);
    },
  );
});

describe('pool', () => {
  test('conserves mass for any share and dilution', () => {
    const unit = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(unit, unit, (dilution, share) => {
        const [first, second, rod] = [
          compositionOf('mild steel'),
          compositionOf('316L-like tube'),
          compositionOf('309L-like rod'),
        ];
        const { composition } = pool({
          parents: [{ composition: first }, { composition: second }],
          shares: [share, 1 - share],
          rod: { composition: rod },
          dilution,
        });
        for (const symbol of ELEMENTS) {
          const melted = share * (first[symbol] ?? 0) + (1 - share) * (second[symbol] ?? 0);
          expect(composition[symbol] ?? 0).toBeCloseTo((1 - dilution) * (rod[symbol] ?? 0) + dilution * melted, 9);
        }
      }),
    );
  });
  test('no dilution is the rod, all dilution is the base metal', () => {
    const parents = [{ grade: '304L' }];
    expect(pool({ parents, rod: { class: 'ER309L' }, dilution: 0 }).composition).toEqual(
      pool({ parents: [{ grade: '430' }], rod: { class: 'ER309L' }, dilution: 0 }).composition,
    );
    expect(pool({ parents, rod: { class: 'ER309L' }, dilution: 1 }).composition).toEqual(pool({ parents }).composition);
  });
  test('equal shares when none are given', () => {
    const parents = [{ grade: '304L' }, { grade: 'A36' }];
    expect(pool({ parents, shares: [0.5, 0.5] })).toEqual(pool({ parents }));
  });
  test.each([
    ['no parents', { parents: [] }, ['parents']],
    [
      'an unknown grade and rod',
      { parents: [{ grade: '999' }], rod: { class: 'ER1' }, dilution: 0.3 },
      ['parents.0.grade', 'rod.class'],
    ],
    ['shares that do not add up', { parents: [{ grade: '304' }, { grade: '316' }], shares: [0.5, 0.6] }, ['shares']],
    ['too few shares', { parents: [{ grade: '304' }, { grade: '316' }], shares: [1] }, ['shares']],
    ['a rod without dilution', { parents: [{ grade: '304' }], rod: { class: 'ER308L' } }, ['dilution']],
    ['a dilution above one', { parents: [{ grade: '304' }], rod: { class: 'ER308L' }, dilution: 1.2 }, ['dilution']],
    ['dilution without a rod', { parents: [{ grade: '304' }], dilution: 0.4 }, ['dilution']],
    ['a negative thickness', { parents: [{ grade: '304' }], thicknessMm: -2 }, ['thicknessMm']],
  ])('names the field: %s', (_what, input, paths) => {
    expect(faultsOf(() => pool(input))).toEqual(paths);
  });
});

test('the catalogue can be pooled with itself', () => {
  for (const { id } of GRADES) expect(pool({ parents: [{ grade: id }] }).composition).toBeDefined();
});
