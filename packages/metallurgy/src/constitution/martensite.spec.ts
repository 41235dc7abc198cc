import fc from 'fast-check';
import { coldWorkMartensite } from './cold-work-martensite';
import { martensiteFraction } from './martensite-fraction';
import { martensiteHardness } from './martensite-hardness';
import { schaefflerMartensiteFraction } from './schaeffler-martensite';
import { sensitisationMinutes } from './sensitisation-time';

test('Koistinen and Marburger: nothing above the start, nearly all 350 K below it', () => {
  expect(martensiteFraction(20)).toBe(0);
  expect(martensiteFraction(-50)).toBe(0);
  // 1 - exp(-0.011 x 350)
  expect(martensiteFraction(370)).toBeCloseTo(0.9787, 4);
});

test('Yurioka: hardness of martensite at two carbon contents', () => {
  expect(martensiteHardness(0.1)).toBeCloseTo(884 * 0.1 * (1 - 0.3 * 0.01) + 294, 6);
  expect(martensiteHardness(0.4)).toBeGreaterThan(martensiteHardness(0.1));
  // The cubic turns down beyond its range: more carbon must not read softer.
  expect(martensiteHardness(3.5)).toBeGreaterThanOrEqual(martensiteHardness(0.8));
});

test('cold work makes a lean austenite martensitic and hardly touches a stable one', () => {
  const lean = 26;
  const stable = -62;
  expect(coldWorkMartensite(lean, 0)).toBe(0);
  expect(coldWorkMartensite(lean, 0.3)).toBeGreaterThan(0.4);
  expect(coldWorkMartensite(stable, 0.3)).toBeLessThan(0.02);
  fc.assert(
    fc.property(
      fc.double({ min: -150, max: 80, noNaN: true }),
      fc.double({ min: 0.01, max: 0.6, noNaN: true }),
      (md30, strain) => {
        const fraction = coldWorkMartensite(md30, strain);
        expect(fraction).toBeGreaterThanOrEqual(0);
        expect(fraction).toBeLessThanOrEqual(1);
        expect(coldWorkMartensite(md30, strain + 0.05)).toBeGreaterThanOrEqual(fraction);
        expect(coldWorkMartensite(md30 + 5, strain)).toBeGreaterThanOrEqual(fraction);
      },
    ),
  );
});

test('martensite by Schaeffler grows from nothing at its border to everything', () => {
  expect(schaefflerMartensiteFraction(20, 14)).toBe(0);
  const row = [17, 15, 13, 11, 9].map((nickel) => schaefflerMartensiteFraction(10, nickel));
  row.slice(1).forEach((fraction, index) => expect(fraction).toBeGreaterThanOrEqual(row[index] as number));
  expect(row[row.length - 1]).toBeGreaterThan(0.8);
});

test('time to sensitise falls with carbon by orders of magnitude', () => {
  // Published noses: about half a minute at 0.080 % carbon, tens of hours at 0.019 %.
  expect(sensitisationMinutes(0.08)).toBeLessThan(1.5);
  expect(sensitisationMinutes(0.02)).toBeGreaterThan(1000);
});
