import fc from 'fast-check';
import { GRADES, isForeign } from '../catalogue';
import { faultsOf } from '../testing/faults-of';
import { FIELD_TESTS } from './field-tests';
import type { TestEntry } from './check-test-entry';
import { checkIdentifyInput, type IdentifyInput } from './identify-input';
import { identify, type Identification } from './identify';
import { ITEM_FAMILIES } from '../piece';
import { nextTests, type FillerLoss } from './next-test';

const probabilityOf = ({ candidates }: Identification, ...grades: string[]): number =>
  candidates.filter(({ grade }) => grades.includes(grade)).reduce((sum, { probability }) => sum + probability, 0);
const first = ({ candidates }: Identification): string => candidates[0]?.grade ?? '';
const of = (tests: readonly TestEntry[], item: IdentifyInput['item'] = {}): Identification => identify({ item, tests });

describe('textbook pieces', () => {
  test('no pull when soft, molybdenum, turned fitting: the 316 family', () => {
    const known = of(
      [
        { test: 'magnet', outcome: 'none', worked: 'soft' },
        { test: 'molybdenum-spot', outcome: 'positive' },
      ],
      { family: 'turned-fitting', form: 'turned' },
    );
    expect(first(known)).toMatch(/^316/);
    expect(probabilityOf(known, '316', '316L', '316Ti', '316H', '317L')).toBeGreaterThan(0.7);
  });

  test('strong pull and a deposit after filing: carbon steel, even when it shines', () => {
    const known = of(
      [
        { test: 'magnet', outcome: 'full', worked: 'soft' },
        { test: 'rust', outcome: 'none' },
        { test: 'copper-sulphate', outcome: 'deposit', filed: true },
      ],
      { family: 'frame-bracket', form: 'plate' },
    );
    expect(['carbon', 'low-alloy']).toContain(known.candidates[0]?.family);
    const shiny = known.candidates.find(({ grade }) => grade === first(known));
    expect(shiny?.conditions.plated ?? 0).toBeGreaterThan(0.1);
  });

  test('faint pull at a bend only, no molybdenum: 304, 201 or 301 before any ferritic', () => {
    const known = of(
      [
        { test: 'magnet', outcome: 'none', worked: 'soft' },
        { test: 'magnet', outcome: 'faint', worked: 'bent' },
        { test: 'molybdenum-spot', outcome: 'negative' },
      ],
      { form: 'tube' },
    );
    expect(known.candidates[0]?.family).toBe('austenitic');
    const bestFerritic = known.candidates.findIndex(({ family }) => family === 'ferritic');
    const leaders = known.candidates.slice(0, bestFerritic).map(({ grade }) => grade);
    for (const grade of ['304', '201', '301']) expect(leaders).toContain(grade);
  });

  test('pull, short chips and sulphur: free-machining', () => {
    const known = of(
      [
        { test: 'magnet', outcome: 'full', worked: 'soft' },
        { test: 'copper-sulphate', outcome: 'no-deposit', filed: true },
        { test: 'chips', outcome: 'short' },
        { test: 'sulphur-spot', outcome: 'positive' },
      ],
      { family: 'turned-fitting', form: 'turned' },
    );
    expect(probabilityOf(known, '416', '430F', '420F')).toBeGreaterThan(0.9);
  });

  test('a casting of the austenitic kind may pull faintly', () => {
    const known = of(
      [
        { test: 'magnet', outcome: 'faint', worked: 'soft' },
        { test: 'molybdenum-spot', outcome: 'positive' },
      ],
      { form: 'casting', family: 'pump-part' },
    );
    expect(first(known)).toMatch(/^CF[38]M$/);
  });

  test.each([
    ['304L', { Cr: 18.2, Ni: 8.1, Mn: 1.4, Mo: 0.2, Cu: 0.3 }, /^304/],
    ['316L', { Cr: 16.8, Ni: 10.1, Mo: 2.05, Mn: 1.4, Cu: 0.3 }, /^316/],
    ['409', { Cr: 11.3, Mn: 0.35, Ti: 0.2 }, /^409$/],
    ['2205', { Cr: 22.4, Ni: 5.7, Mo: 3.1, Mn: 1.5 }, /^S3(2205|1803)$/],
    ['321', { Cr: 17.6, Ni: 9.2, Ti: 0.35, Mn: 1.4 }, /^321$/],
    ['201', { Cr: 16.6, Ni: 4.2, Mn: 6.4, Cu: 0.4 }, /^201$/],
    ['17-4', { Cr: 15.6, Ni: 4.4, Cu: 3.3, Nb: 0.28, Mn: 0.6 }, /^S1[57][45]00$/],
    ['310S', { Cr: 24.8, Ni: 19.4, Mn: 1.4 }, /^310S$/],
  ])('an analyser reading of %s', (_what, reading, expected) => {
    expect(first(of([{ test: 'analyser', reading }]))).toMatch(expected);
  });

  test('a mark read whole outweighs the prior, and its sisters stay possible', () => {
    const known = of([{ test: 'stamp', mark: 'TP 316L' }]);
    expect(first(known)).toBe('316L');
    expect(probabilityOf(known, '316L', '316')).toBeGreaterThan(0.8);
    expect(first(of([{ test: 'stamp', mark: '1.4301' }]))).toBe('304');
    expect(
      probabilityOf(of([{ test: 'stamp', mark: 'A4-80' }], { family: 'fastener', form: 'fastener' }), '316', '316L'),
    ).toBeGreaterThan(0.8);
  });
});

describe('fit', () => {
  test('is good when everything agrees', () => {
    expect(
      of([
        { test: 'magnet', outcome: 'none', worked: 'soft' },
        { test: 'copper-sulphate', outcome: 'no-deposit', filed: true },
      ]).fit,
    ).toEqual({ level: 'good', oddTest: null });
  });
  test('names the odd test when one contradicts the rest', () => {
    const { fit } = of([
      { test: 'stamp', mark: '316L' },
      { test: 'molybdenum-spot', outcome: 'positive' },
      { test: 'analyser', reading: { Cr: 16.8, Ni: 10.1, Mo: 2.05, Mn: 1.4 } },
      { test: 'magnet', outcome: 'full', worked: 'soft' },
    ]);
    expect(fit.level).not.toBe('good');
    expect(fit.oddTest).toBe('magnet');
  });
  test('a light piece that does not pull is aluminium, titanium or magnesium: metal to stop at', () => {
    const { candidates, fit } = of([
      { test: 'weight', outcome: 'light' },
      { test: 'magnet', outcome: 'none', worked: 'soft' },
      { test: 'copper-sulphate', outcome: 'no-deposit', filed: true },
    ]);
    expect(fit.level).toBe('good');
    expect(
      candidates.filter(({ family }) => isForeign(family)).reduce((sum, { probability }) => sum + probability, 0),
    ).toBeGreaterThan(0.8);
  });
  test('yellow where it is filed is brass or bronze, white sparks from a light piece titanium', () => {
    const first = (tests: Parameters<typeof of>[0]): string | undefined => of(tests).candidates[0]?.family;
    expect(first([{ test: 'filed-colour', outcome: 'yellow-red' }])).toBe('copper-alloy');
    expect(
      first([
        { test: 'weight', outcome: 'light' },
        { test: 'spark', outcome: 'long-forked' },
        { test: 'magnet', outcome: 'none', worked: 'soft' },
      ]),
    ).toBe('titanium');
  });
  test('the weld of a former repair is told by magnet and copper: plain wire on stainless, or a stainless bead', () => {
    const weld = (tests: Parameters<typeof identify>[0]['tests']): string | undefined =>
      identify({ item: { family: 'old-weld', form: 'weld' }, tests }).candidates[0]?.grade;
    expect(
      weld([
        { test: 'magnet', outcome: 'full' },
        { test: 'copper-sulphate', outcome: 'deposit', filed: true },
      ]),
    ).toBe('carbon-steel weld on stainless');
    expect(weld([{ test: 'analyser', reading: { Cr: 20, Ni: 11.1, Mn: 1.6 } }])).toBe('309L weld');
    expect(weld([{ test: 'molybdenum-spot', outcome: 'positive' }])).toBe('316L weld');
    expect(identify({ item: { form: 'weld' } }).candidates[0]?.grade).toMatch(/ weld/);
  });
  test('a chromed rod that the file slides on is plated carbon steel as likely as hardened stainless', () => {
    const { candidates } = identify({
      item: { family: 'shaft-stem', form: 'bar' },
      tests: [
        { test: 'magnet', outcome: 'full' },
        { test: 'file', outcome: 'slides' },
      ],
    });
    const plated = candidates
      .filter(({ family }) => family === 'carbon' || family === 'low-alloy')
      .reduce((sum, { probability, conditions }) => sum + probability * (conditions.plated ?? 0), 0);
    expect(plated).toBeGreaterThan(0.3);
  });
});

describe('arithmetic', () => {
  const someTest: fc.Arbitrary<TestEntry> = fc.constantFrom(
    ...FIELD_TESTS.filter(({ outcomes }) => outcomes.length > 0).flatMap(({ id, outcomes }) =>
      outcomes.map((outcome) => ({ test: id, outcome: outcome.id })),
    ),
    { test: 'stamp', mark: '304' },
    { test: 'analyser', reading: { Cr: 18.1, Ni: 8 } },
    { test: 'ferrite', number: 3 },
  );
  test('probabilities sum to one and conditions too, whatever is logged', () => {
    fc.assert(
      fc.property(
        fc.array(someTest, { maxLength: 6 }),
        fc.constantFrom(...ITEM_FAMILIES.map(({ id }) => id)),
        (tests, family) => {
          const { candidates } = of(tests, { family });
          expect(candidates.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9);
          for (const { probability, conditions } of candidates.slice(0, 5)) {
            expect(probability).toBeGreaterThanOrEqual(0);
            expect(conditions.soft + conditions.worked).toBeCloseTo(1, 6);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
  test('the order of the tests does not matter', () => {
    const tests: TestEntry[] = [
      { test: 'magnet', outcome: 'faint', worked: 'bent' },
      { test: 'chips', outcome: 'stringy' },
      { test: 'molybdenum-spot', outcome: 'negative' },
    ];
    const forward = of(tests).candidates.slice(0, 8);
    const backward = of([...tests].reverse()).candidates.slice(0, 8);
    forward.forEach(({ grade, probability }, index) => {
      expect(backward[index]?.grade).toBe(grade);
      expect(backward[index]?.probability).toBeCloseTo(probability, 9);
    });
  });
  test('pieces the workshop has confirmed move the prior', () => {
    const item = { family: 'handrail', form: 'tube' };
    const before = probabilityOf(identify({ item }), '201');
    expect(probabilityOf(identify({ item }, { '201': 40 }), '201')).toBeGreaterThan(before + 0.1);
  });
  test('every grade can be the answer: no prior is zero', () => {
    const possible = (item: { family?: string }): Set<string> =>
      new Set(
        identify({ item })
          .hypotheses.filter(({ probability }) => probability > 0)
          .map(({ grade }) => grade.id),
      );
    const all = new Set([...possible({}), ...possible({ family: 'old-weld' })]);
    expect(all.size).toBe(GRADES.length);
  });
});

describe('next test', () => {
  const RODS = ['plain', 'molybdenum'];
  const molybdenumMatters: FillerLoss = {
    rods: RODS,
    lossesOf: (grade) => (/^316|^317|CF.M/.test(grade) ? [0.4, 0.05] : [0.05, 0.12]),
  };
  const nothingMatters: FillerLoss = { rods: RODS, lossesOf: () => [0.05, 0.3] };
  const austenitic = of([{ test: 'magnet', outcome: 'none', worked: 'soft' }]);

  test('values a test by what it changes about the rod', () => {
    const { tests, enough } = nextTests(austenitic, molybdenumMatters);
    expect(enough).toBe(false);
    const spot = tests.find(({ test }) => test === 'molybdenum-spot');
    const chips = tests.find(({ test }) => test === 'chips');
    expect(spot?.lossDrop).toBeGreaterThan(0.02);
    expect(spot?.lossDrop).toBeGreaterThan(4 * (chips?.lossDrop ?? 0));
    expect(spot?.moves?.rod).toBeDefined();
  });
  test('says enough when no outcome changes the rod', () => {
    const { tests, enough } = nextTests(austenitic, nothingMatters);
    expect(enough).toBe(true);
    for (const { lossDrop, moves } of tests) {
      expect(lossDrop).toBeLessThan(1e-9);
      expect(moves).toBeNull();
    }
  });
  test('information is never negative and never more than there is to learn', () => {
    const bits = austenitic.candidates.reduce(
      (sum, { probability }) => (probability > 0 ? sum - probability * Math.log2(probability) : sum),
      0,
    );
    for (const { informationBits, test } of nextTests(austenitic, molybdenumMatters).tests) {
      expect(informationBits).toBeGreaterThanOrEqual(0);
      expect([test, informationBits <= bits + 1e-6]).toEqual([test, true]);
    }
  });
  test('offers only what the workshop owns, and not again what is done', () => {
    const { tests } = nextTests(of([{ test: 'chips', outcome: 'short' }]), molybdenumMatters, [
      'chips',
      'file',
      'magnet',
    ]);
    expect(tests.map(({ test }) => test).sort()).toEqual(['file', 'magnet']);
  });
});

describe('bad entries', () => {
  test.each([
    ['an unknown test', { tests: [{ test: 'taste' }] }, 'tests.0.test'],
    ['an unknown outcome', { tests: [{ test: 'magnet', outcome: 'some' }] }, 'tests.0.outcome'],
    ['an unknown setting', { tests: [{ test: 'magnet', outcome: 'none', worked: 'cold' }] }, 'tests.0.worked'],
    ['a reading without elements', { tests: [{ test: 'analyser', reading: {} }] }, 'tests.0.reading'],
    ['a reading above a hundred', { tests: [{ test: 'analyser', reading: { Cr: 180 } }] }, 'tests.0.reading.Cr'],
    ['a stamp without a mark', { tests: [{ test: 'stamp' }] }, 'tests.0.mark'],
    ['an unknown family', { item: { family: 'spoon' } }, 'item.family'],
    ['an unknown form', { item: { form: 'blob' } }, 'item.form'],
  ])('%s', (_what, input, path) => {
    expect(faultsOf(() => checkIdentifyInput(input as IdentifyInput))).toContain(path);
  });
});
