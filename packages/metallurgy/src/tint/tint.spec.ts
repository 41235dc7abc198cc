import fc from 'fast-check';
import { faultsOf } from '../testing/faults-of';
import { TINT_LIMITS } from '../acceptance';
import { encoded, tristimulus } from './colour';
import { filmReflectance } from './film-reflectance';
import { filmColour, keepsToTint, levelOfFilm, temperatureOfFilm, tintOfFilm } from './film-scale';
import { readTint, type TintQuestion } from './read-tint';
import { tryTints } from './testing/made-up-photographs';

/** Colours of the same film calculated independently: thickness in nm, CIELAB. */
const FILMS = [
  [0, [82.11, 0.45, 2.4]],
  [10, [76.87, 0.46, 8.37]],
  [20, [66.02, 1.65, 23.68]],
  [25, [57.31, 4.63, 36.27]],
  [30, [45.85, 11.27, 51.56]],
  [40, [19.51, 33.3, -12.66]],
  [50, [34.06, -3.62, -30.4]],
  [60, [55.04, -11.24, -15.64]],
  [80, [73.8, -7.6, 4.98]],
  [100, [77.14, -6.31, 27.89]],
  [110, [74.98, -3.69, 44.69]],
  [130, [60.99, 23.07, 46.54]],
] as const;
const WHITE = { pixel: [225, 225, 225], is: 'white' } as const;
/** How a film looks beside white paper in even light. */
const seen = (oxideNm: number): [number, number, number] => {
  const paper = 0.75;
  const [red, green, blue] = filmColour(oxideNm).linear.map((one) => encoded((one / 0.88) * paper));
  return [red ?? 0, green ?? 0, blue ?? 0];
};
const ask = (oxideNm: number, more: Partial<TintQuestion> = {}) =>
  readTint({ pixel: seen(oxideNm), reference: WHITE, ...more });

test.each(FILMS)('a film of %d nm has the colour it was calculated to have', (oxideNm, lab) => {
  filmColour(oxideNm).lab.forEach((value, index) => expect(value).toBeCloseTo(lab[index] as number, 1));
});

test('no film throws back more light than falls on it, whatever its thickness and the colour of the light', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 400, noNaN: true }),
      fc.double({ min: 380, max: 780, noNaN: true }),
      (thick, wave) => {
        const share = filmReflectance(thick, wave);
        expect(share).toBeGreaterThan(0);
        expect(share).toBeLessThan(1);
      },
    ),
  );
});

test('daylight on a perfect white has the tristimulus values of D65', () => {
  const [x, y, z] = tristimulus(() => 1);
  expect(x / (x + y + z)).toBeCloseTo(0.3127, 2);
  expect(y / (x + y + z)).toBeCloseTo(0.329, 2);
  expect(y).toBeCloseTo(1, 9);
});

test('colours come in the order that is seen, and hotter metal has the thicker film', () => {
  expect([2, 9, 17, 24, 30, 38, 48, 62, 85, 108].map((nm) => tintOfFilm(nm).id)).toEqual([
    'bare',
    'pale-yellow',
    'straw',
    'gold',
    'brown',
    'purple',
    'dark-blue',
    'light-blue',
    'pale',
    'second-gold',
  ]);
  fc.assert(
    fc.property(
      fc.double({ min: 4, max: 139, noNaN: true }),
      fc.double({ min: 0.1, max: 1, noNaN: true }),
      (nm, more) => {
        expect(temperatureOfFilm(nm + more)).toBeGreaterThan(temperatureOfFilm(nm));
        expect(levelOfFilm(nm + more)).toBeGreaterThanOrEqual(levelOfFilm(nm));
      },
    ),
  );
});

test('a profile that takes a deeper colour takes every paler one', () => {
  const limits = TINT_LIMITS.map(({ id }) => id);
  for (let nm = 0; nm <= 140; nm += 5) {
    const kept = limits.map((limit) => keepsToTint(nm, limit));
    expect(kept).toEqual([...kept].sort((one, other) => Number(one) - Number(other)));
  }
});

test('straw and blue are read with level, film and temperature; more chromium makes the same colour hotter', () => {
  const straw = ask(17, { passesBlue: false });
  expect(straw).toMatchObject({ level: 4, tint: 'straw' });
  expect(straw.temperatureC?.median).toBeGreaterThan(310);
  expect(straw.temperatureC?.median).toBeLessThan(370);
  expect(ask(50)).toMatchObject({ level: 7, tint: 'dark blue' });
  const of = (grade: string): number => ask(17, { passesBlue: false, grade }).temperatureC?.median ?? 0;
  expect(of('310S')).toBeGreaterThan(of('304L') + 40);
  expect(ask(17, { grade: '1018' }).temperatureC).toBeNull();
  expect(ask(17, { shielded: true }).temperatureC).toBeNull();
});

test('gold is two answers until the way to bare metal, or whoever looks, tells which', () => {
  // The second gold is deeper than any straw: one place alone leaves both where they come closest.
  const late = ask(98);
  expect(late.trust).toBe('poor');
  expect(late.others).toHaveLength(1);
  expect(late.oxideNm?.range90[1] ?? 0).toBeGreaterThan(80);
  expect(late.oxideNm?.range90[0] ?? 99).toBeLessThan(30);
  expect(ask(98, { passesBlue: true })).toMatchObject({ level: 8, others: [] });
  expect(ask(98, { passesBlue: false }).level).toBeLessThan(6);
  const way = (from: number) => [0.85, 0.7, 0.55, 0.4, 0.25, 0.1, 0].map((share) => seen(from * share));
  expect(ask(98, { outward: way(98) })).toMatchObject({ level: 8 });
  expect(ask(19, { outward: way(19) }).level).toBe(4);
});

test('the same film is read the same however the surface is turned and whatever the exposure', () => {
  for (const turned of [0.7, 1.3])
    for (const exposure of [0.5, 1]) {
      const dim = (pixel: readonly number[], times: number) =>
        pixel.map((one) => encoded(((one / 255 + 0.055) / 1.055) ** 2.4 * times)) as unknown as [
          number,
          number,
          number,
        ];
      const answer = readTint({
        pixel: dim(seen(50), exposure * turned),
        reference: { pixel: dim(WHITE.pixel, exposure), is: 'white' },
      });
      expect(answer.level).toBe(7);
    }
});

test.each([
  ['a glaring card', { reference: { pixel: [255, 250, 240], is: 'white' } }, 'brighter than the picture can hold'],
  ['a dark card', { reference: { pixel: [30, 30, 30], is: 'grey18' } }, 'nearly black'],
  ['the light of a sodium lamp', { reference: { pixel: [230, 150, 20], is: 'white' } }, 'so coloured'],
  ['glare on the metal', { pixel: [255, 255, 250] }, 'glares'],
  ['black', { pixel: [3, 2, 4] }, 'is black'],
  ['grey scale', { pixel: [70, 70, 68] }, 'level 9 to 10'],
  ['green paint', { pixel: [20, 200, 40] }, 'No oxide film'],
] as const)('%s is refused, with what to do', (_title, question, words) => {
  const answer = readTint({ pixel: seen(20), reference: WHITE, ...question });
  expect(answer).toMatchObject({ trust: 'refused', level: null, oxideNm: null, temperatureC: null });
  expect(answer.reasons.join(' ')).toContain(words);
});

test('what is wrong with a question is named at its field', () => {
  expect(
    faultsOf(() =>
      readTint({
        pixel: [300, 0, 0],
        reference: { pixel: [0, -1, 0], is: 'white' },
        outward: [[0, 0, Number.NaN]],
        grade: '999',
      }),
    ),
  ).toEqual(['pixel', 'reference.pixel', 'outward.0', 'grade']);
});

test('made-up photographs are read within one level, hopeless ones refused, and the range holds the film', () => {
  const trial = tryTints(150, 7);
  expect(trial.withinOne).toBeGreaterThan(0.93);
  expect(trial.refused).toBeLessThan(0.04);
  expect(trial.hopelessRefused).toBeGreaterThan(0.93);
  expect(Math.abs(trial.inRange - 0.9)).toBeLessThan(0.08);
});
