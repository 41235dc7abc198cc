import fc from 'fast-check';
import wrc from '../../data/constitution/wrc1992.json';
import reference from '../testing/reference-cases.json';
import { anyComposition, stainlessPool, withMore } from '../testing/arbitrary';
import { expectAgrees } from '../testing/relative';
import { RODS } from '../catalogue';
import type { Composition } from '../composition';
import { constitution } from './constitution';
import { cetPreheatC } from './preheat';
import { wrc1992FerriteNumber } from './wrc1992';

describe('constitution of the reference materials', () => {
  test.each(reference.materials.map((material) => [material.name, material] as const))(
    '%s',
    (_name, { composition, thicknessMm, expect: expected }) => {
      const found = constitution(composition as Composition, thicknessMm);
      expectAgrees(found.wrc1992.chromiumEquivalent, expected.wrc1992.cr);
      expectAgrees(found.wrc1992.nickelEquivalent, expected.wrc1992.ni);
      expectAgrees(found.wrc1992.ferriteNumber, expected.wrc1992.fn);
      expectAgrees(found.schaeffler.chromiumEquivalent, expected.schaeffler.cr);
      expectAgrees(found.schaeffler.nickelEquivalent, expected.schaeffler.ni);
      expectAgrees(found.schaeffler.ratio as number, expected.schaeffler.ratio);
      expectAgrees(found.schaeffler.seferianFerritePercent, expected.schaeffler.seferian);
      expectAgrees(found.delong.nickelEquivalent, expected.delong.ni);
      expectAgrees(found.delong.ferriteNumber, Math.max(0, expected.delong.fn));
      expectAgrees(found.hammarSvensson.chromiumEquivalent, expected.hammarSvensson.cr);
      expectAgrees(found.hammarSvensson.nickelEquivalent, expected.hammarSvensson.ni);
      expectAgrees(found.hammarSvensson.ratio as number, expected.hammarSvensson.ratio);
      expect(found.hammarSvensson.mode).toBe(expected.hammarSvensson.mode);
      expectAgrees(found.balmforthLippold.chromiumEquivalent, expected.balmforth.cr);
      expectAgrees(found.balmforthLippold.nickelEquivalent, expected.balmforth.ni);
      expectAgrees(found.kaltenhauser, expected.kaltenhauser);
      expectAgrees(found.martensiteStartC, expected.martensiteStart);
      expectAgrees(found.md30C, expected.md30);
      expectAgrees(found.pren, expected.pren);
      expectAgrees(found.ucs, expected.ucs);
      expectAgrees(found.ceIiw, expected.ceIiw);
      expectAgrees(found.pcm, expected.pcm);
      expectAgrees(found.cet, expected.cet);
      expectAgrees(found.seferianPreheatC, expected.seferianPreheat);
    },
  );
});

test('preheat by CET agrees with the reference', () => {
  for (const { composition, plateMm, hydrogenMlPer100g, heatInputKjPerMm, expectC } of reference.cetPreheat)
    expectAgrees(cetPreheatC(constitution(composition).cet, plateMm, hydrogenMlPer100g, heatInputKjPerMm), expectC);
});

describe('WRC-1992 surface', () => {
  test.each(wrc.anchors.map((anchor) => [anchor.what, anchor] as const))(
    'keeps near the published weld metal: %s',
    (_what, { cr, ni, fn, sigma }) => {
      // Two standard deviations of the published figure and of the rendering together.
      const tolerance = fn < 12 ? 2 : fn < 20 ? 4 : fn < 30 ? 7 : fn < 50 ? 10 : fn < 75 ? 11 : 19;
      expect(Math.abs(wrc1992FerriteNumber(cr, ni) - fn)).toBeLessThanOrEqual(Math.hypot(2 * sigma, tolerance));
    },
  );

  test('follows its own iso-FN lines', () => {
    for (const [value, points] of Object.entries(wrc.isoFerriteNumbers))
      for (const [chromium, nickel] of points as [number, number][])
        expect(Math.abs(wrc1992FerriteNumber(chromium, nickel) - Number(value))).toBeLessThan(0.25);
  });

  test('more chromium or molybdenum never lowers the ferrite number, more nickel or carbon never raises it', () => {
    fc.assert(
      fc.property(stainlessPool, fc.double({ min: 0.01, max: 1.5, noNaN: true }), (pool, more) => {
        const ferrite = (composition: Composition): number => constitution(composition).wrc1992.ferriteNumber;
        const base = ferrite(pool);
        expect(ferrite(withMore(pool, 'Cr', more))).toBeGreaterThanOrEqual(base);
        expect(ferrite(withMore(pool, 'Mo', more))).toBeGreaterThanOrEqual(base);
        expect(ferrite(withMore(pool, 'Nb', more))).toBeGreaterThanOrEqual(base);
        expect(ferrite(withMore(pool, 'Ni', more))).toBeLessThanOrEqual(base);
        expect(ferrite(withMore(pool, 'C', more / 20))).toBeLessThanOrEqual(base);
        expect(ferrite(withMore(pool, 'N', more / 20))).toBeLessThanOrEqual(base);
      }),
    );
  });
});

test('undiluted rods of typical composition come out in their usual ferrite window, nine of ten at least', () => {
  const rods = RODS.filter(({ ferriteNumberWindow }) => ferriteNumberWindow && ferriteNumberWindow[1] > 0);
  const inside = rods.filter(({ typical, ferriteNumberWindow }) => {
    const [low, high] = ferriteNumberWindow as readonly [number, number];
    const { ferriteNumber } = constitution(typical).wrc1992;
    return ferriteNumber >= low && ferriteNumber <= high;
  });
  expect(rods.length).toBeGreaterThan(20);
  expect(inside.length / rods.length).toBeGreaterThanOrEqual(0.9);
});

describe('which diagram governs', () => {
  const governing = (composition: Composition): string => constitution(composition).governing;
  test('WRC-1992 inside its box', () =>
    expect(governing({ Cr: 20, Ni: 10, C: 0.02, N: 0.05, Mn: 1.7, Si: 0.4 })).toBe('wrc1992'));
  test('Balmforth and Lippold for ferritic-martensitic metal', () =>
    expect(governing({ Cr: 16.4, Ni: 0.3, C: 0.08, Mn: 0.5, Si: 0.4 })).toBe('balmforthLippold'));
  test('Schaeffler for a pool thinned by carbon steel', () =>
    expect(governing({ Cr: 11, Ni: 6, C: 0.12, Mn: 1, Si: 0.4 })).toBe('schaeffler'));
  test('none for pure nickel', () => expect(governing({ Ni: 99 })).toBe('none'));
  test('more manganese than WRC-1992 was made for is not called valid', () =>
    expect(constitution({ Cr: 19, Ni: 9, C: 0.05, N: 0.05, Mn: 12 }).wrc1992.valid).toBe(false));
  test('the range widens outside validity', () => {
    const width = (composition: Composition): number => {
      const [low, high] = constitution(composition).wrc1992.range90;
      return high - low;
    };
    expect(width({ Cr: 20, Ni: 10, C: 0.02, N: 0.05, Si: 1.6 })).toBeGreaterThan(
      width({ Cr: 20, Ni: 10, C: 0.02, N: 0.05, Si: 0.4 }),
    );
  });
});

describe('Schaeffler fields', () => {
  const phases = (composition: Composition): string => constitution(composition).schaeffler.phases.join('+');
  test('25-20 is austenite', () => expect(phases({ Cr: 25, Ni: 20, C: 0.1, Mn: 1.7, Si: 0.5 })).toBe('austenite'));
  test('309 halved with mild steel is austenite and martensite or martensite', () =>
    expect(phases({ Cr: 12, Ni: 7, C: 0.1, Mn: 1.2, Si: 0.3 })).toContain('martensite'));
  test('29-9 is austenite and ferrite', () =>
    expect(phases({ Cr: 29, Ni: 9, C: 0.1, Mn: 1.7, Si: 0.4 })).toBe('austenite+ferrite'));
  test('plain 17 % chromium is martensite and ferrite or ferrite', () =>
    expect(phases({ Cr: 17, C: 0.05, Mn: 0.5, Si: 0.4 })).toContain('ferrite'));
});

test('every figure is a number for any composition', () => {
  const visit = (value: unknown): void => {
    if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
    else if (value && typeof value === 'object') Object.values(value).forEach(visit);
  };
  fc.assert(fc.property(anyComposition, (composition) => visit(constitution(composition))));
});
