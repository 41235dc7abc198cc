import reference from '../testing/reference-cases.json';
import { constitution, isoLineSurface, WRC1992_ISO_LINES, wrc1992LatentFerriteNumber } from '../constitution';
import { InputError } from '../errors';
import { faultsOf } from '../testing/faults-of';
import { explainChoice } from './explain-choice';
import { explainConstitution } from './explain-constitution';
import { explainPool } from './explain-pool';
import type { ExplainStep } from './step';

const at = (steps: readonly ExplainStep[], figure: string): ExplainStep => {
  const step = steps.find((candidate) => candidate.figure === figure);
  if (!step) throw new Error(`no step ${figure}`);
  return step;
};

describe('trace of a constitution', () => {
  test.each(reference.materials.map(({ name, composition }) => [name, composition] as const))(
    'agrees with the answer: %s',
    (_name, composition) => {
      const steps = explainConstitution(composition);
      const answer = constitution(composition) as unknown as Record<string, unknown>;
      for (const { figure, value } of steps) {
        const found = figure
          .split('.')
          .reduce<unknown>((part, key) => (part as Record<string, unknown> | undefined)?.[key], answer);
        if (typeof value === 'number' && typeof found === 'number') expect([figure, value]).toEqual([figure, found]);
      }
      // Nothing the answer prints goes untraced.
      const traced = new Set(steps.map(({ figure }) => figure));
      for (const figure of [
        'wrc1992.ferriteNumber',
        'wrc1992.range90',
        'delong.ferriteNumber',
        'schaeffler.phases',
        'hammarSvensson.mode',
        'balmforthLippold.ferritePercent',
        'kaltenhauser',
        'martensiteStartC',
        'martensiteFraction',
        'md30C',
        'pren',
        'ucs',
        'ceIiw',
        'pcm',
        'cet',
        'seferianPreheatC',
        'governing',
      ])
        expect(traced).toContain(figure);
    },
  );

  test('writes formulas that a reader can do by hand', () => {
    const step = at(explainConstitution({ Cr: 18.2, Mo: 0.3, Nb: 0.1 }), 'wrc1992.chromiumEquivalent');
    expect(step).toMatchObject({
      formula: 'Cr + Mo + 0.7 Nb',
      numbers: '18.2 + 0.3 + 0.7 × 0.1',
      from: ['composition.Cr', 'composition.Mo', 'composition.Nb'],
    });
    expect(step.source).toMatch(/Kotecki/);
    expect(at(explainConstitution({ Cr: 12, C: 0.1 }), 'martensiteStartC').formula).toBe(
      '1302 − 42 Cr − 61 Ni − 33 Mn − 28 Si − 1667 C − 1667 N',
    );
  });

  test('every step names its source', () => {
    for (const { figure, source, formula } of explainConstitution({ Cr: 20, Ni: 10 }))
      expect([figure, source.length > 8, formula.length > 0]).toEqual([figure, true, true]);
  });
});

describe('trace of a pool', () => {
  test('writes every mixture with its shares', () => {
    const steps = explainPool({
      parents: [{ composition: { Cr: 18 } }, { composition: { Cr: 0.1 } }],
      shares: [0.4, 0.6],
      rod: { composition: { Cr: 24 } },
      dilution: 0.3,
    });
    expect(at(steps, 'composition.Cr')).toMatchObject({
      numbers: '0.7 × 24 + 0.3 × (0.4 × 18 + 0.6 × 0.1)',
      value: 0.7 * 24 + 0.3 * (0.4 * 18 + 0.6 * 0.1),
    });
    expect(at(steps, 'wrc1992.chromiumEquivalent').value).toBeCloseTo(18.978, 6);
  });
  test('follows the passes', () => {
    const steps = explainPool({
      parents: [{ grade: 'A36' }],
      rod: { class: 'ER309L' },
      dilution: 0.3,
      passes: [{ kind: 'root' }, { kind: 'cap' }],
    });
    expect(at(steps, 'passes.1.composition.Cr').value).toBeGreaterThan(
      at(steps, 'passes.0.composition.Cr').value as number,
    );
  });
});

describe('trace of a choice', () => {
  const question = { pieces: [{ grade: 'A36' }, { grade: '304L' }], joint: { type: 'fillet' as const }, samples: 128 };
  test('adds up to the expected loss', () => {
    const { steps, rod, place } = explainChoice(question, 'ER308L');
    expect(rod).toBe('ER308L');
    expect(place).toBeGreaterThan(1);
    const risks = steps
      .filter(({ figure }) => figure.startsWith('risks.'))
      .reduce((sum, { value }) => sum + (value as number), 0);
    const loss = at(steps, 'expectedLoss').value as number;
    expect(loss - risks - (at(steps, 'cost').value as number)).toBeGreaterThanOrEqual(-1e-9);
    expect(loss - risks - (at(steps, 'cost').value as number)).toBeLessThan(0.03);
    expect(at(steps, 'meanPool.wrc1992.ferriteNumber').value).toBeGreaterThanOrEqual(0);
  });
  test('takes the recommended rod when none is named, and refuses one that is no candidate', () => {
    expect(explainChoice(question).place).toBe(1);
    expect(() => explainChoice({ ...question, rods: ['ER308L'] }, 'ER312')).toThrow(InputError);
  });
});

describe('replacement iso-FN lines', () => {
  const own = Object.fromEntries(WRC1992_ISO_LINES.map(({ value, points }) => [String(value), points]));
  test('the shipped lines give the shipped surface back', () => {
    const surface = isoLineSurface(own);
    for (const [chromium, nickel] of [
      [20, 11.5],
      [21, 12.8],
      [24, 15],
      [26, 12.5],
    ] as const)
      expect(Math.abs(surface(chromium, nickel) - wrc1992LatentFerriteNumber(chromium, nickel))).toBeLessThan(0.35);
    expect(surface(18, 17)).toBeLessThan(0);
  });
  test('lines that lie elsewhere change the answer and its trace', () => {
    const raised = Object.fromEntries(
      Object.entries(own).map(([value, points]) => [value, points.map(([chromium, nickel]) => [chromium, nickel + 1])]),
    );
    const composition = { Cr: 20, Ni: 10, C: 0.02, N: 0.05, Mn: 1.7 };
    const surface = isoLineSurface(raised);
    expect(constitution(composition, 6, surface).wrc1992.ferriteNumber).toBeGreaterThan(
      constitution(composition).wrc1992.ferriteNumber + 2,
    );
    expect(at(explainConstitution(composition, 6, surface), 'wrc1992.ferriteNumber').formula).toContain(
      'loaded figure',
    );
  });
  /** Lines by their name, each as points `chromium equivalent, nickel equivalent`. */
  const linesOf = (lines: Readonly<Record<string, string>>): object =>
    Object.fromEntries(
      Object.entries(lines).map(([name, points]) => [
        name,
        points.split('; ').map((point) => point.split(', ').map(Number)),
      ]),
    );
  const [first, second, third] = ['18, 12; 23, 18', '18, 11; 24, 18', '18, 10; 25, 18'] as const;
  test.each([
    ['no object', [1], 'isoFn'],
    ['too few lines', linesOf({ 0: first, 4: second }), 'isoFn'],
    ['a name that is no number', linesOf({ zero: first, 4: second, 8: third }), 'isoFn.zero'],
    ['one point', linesOf({ 0: '18, 12', 4: second, 8: third }), 'isoFn.0'],
    ['falling chromium', linesOf({ 0: '23, 18; 18, 12', 4: second, 8: third }), 'isoFn.0'],
    ['crossing lines', linesOf({ 0: first, 4: '18, 13; 24, 16', 8: '18, 10; 25, 15' }), 'isoFn.4'],
  ])('names the line: %s', (_what, lines, path) => {
    expect(faultsOf(() => isoLineSurface(lines))).toContain(path);
  });
});
