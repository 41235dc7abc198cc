import { findRod, RODS, formsOfDeposit, hydrogenFactorOf, hydrogenMlOf } from '../catalogue';
import { findAlternatives } from './alternatives';
import { choose, chooseFirst, type Choice } from './choose';
import type { ChooseInput } from './choose-input';
import { heatAdvice } from './heat-advice';
import { checkChooseInput } from './choose-input';

const of = (grades: readonly string[], rest: Omit<ChooseInput, 'pieces'> = {}): Choice =>
  choose({ pieces: grades.map((grade) => ({ grade })), joint: { type: 'fillet', thicknessMm: 6 }, ...rest });

describe('forms of filler', () => {
  test('stick names the electrode, wire the kind with silicon, the hand the rod: one weld metal', () => {
    const chosen = (process: 'smaw' | 'gmaw' | 'gtaw'): string | null =>
      of(['304', 'A36'], {
        joint: { type: 'fillet', thicknessMm: 6, process },
        service: { environment: 'outdoor', temperatureC: [-20, 40], cycling: false },
      }).recommended;
    expect(chosen('smaw')).toBe('E309L-17');
    expect(chosen('gmaw')).toBe('ER309LSi');
    expect(chosen('gtaw')).toBe('ER309L');
  });
  test('no electrode is offered for the torch, no rod for the tongs', () => {
    for (const process of ['gtaw', 'smaw', 'gmaw'] as const)
      for (const { rod } of of(['304', '304'], { joint: { type: 'bevel', process } }).ranking)
        if (rod !== null) expect(findRod(rod)?.processes).toContain(process);
  });
  test('the forms of a weld metal are one entry, the others listed beside it', () => {
    const { ranking } = of(['304L', '304L'], { joint: { type: 'bevel', process: 'smaw' } });
    const deposits = ranking.map(({ deposit }) => deposit);
    expect(new Set(deposits).size).toBe(deposits.length);
    const entry = ranking.find(({ deposit }) => deposit === 'ER308L');
    expect([entry?.rod, ...(entry?.otherForms.map(({ rod }) => rod) ?? [])].sort()).toEqual(['E308L-15', 'E308L-17']);
  });
  test('hardenable steel asks for the basic covering, because it brings less hydrogen', () => {
    const { ranking } = of(['304', '4140'], {
      joint: { type: 'fillet', thicknessMm: [6, 20], process: 'smaw', restraint: 'high' },
    });
    expect(ranking[0]?.form).toBe('basic');
    expect(hydrogenMlOf(findRod('E309L-17') ?? null, 'smaw')).toBeGreaterThan(
      hydrogenMlOf(findRod('E309L-15') ?? null, 'smaw'),
    );
    expect(hydrogenFactorOf(1)).toBeLessThan(0.3);
  });
  test('the rack knows forms: what is in stock leads its weld metal', () => {
    const { ranking } = of(['304L', '304L'], {
      joint: { type: 'bevel', process: 'smaw' },
      stock: ['E308L-15'],
    });
    expect(ranking[0]?.rod).toBe('E308L-15');
  });
  test('every form belongs to a weld metal of the catalogue, and the names of the classes are understood', () => {
    for (const { deposit, id } of RODS)
      expect([id, formsOfDeposit(deposit).some((form) => form.id === deposit)]).toEqual([id, true]);
    expect(findRod('E309L-16')?.id).toBe('E309L-17');
    expect(findRod('E308L-17')?.deposit).toBe('ER308L');
  });
});

describe('when the answer is to stop or to wait', () => {
  test('aluminium, brass and zinc get no rod, and the words say so', () => {
    for (const grade of ['aluminium', 'brass', 'zinc-die-casting']) {
      const choice = of(['304', grade]);
      expect(choice.ranking).toEqual([]);
      expect(choice.recommended).toBeNull();
      expect(choice.stop).toContain(`piece 2 is most likely ${grade}`);
      expect(choice.reasons).toEqual([choice.stop]);
    }
    const light: ChooseInput = {
      pieces: [
        {
          tests: [
            { test: 'weight', outcome: 'light' },
            { test: 'magnet', outcome: 'none' },
          ],
        },
        { grade: '304' },
      ],
      joint: { type: 'fillet' },
    };
    expect(chooseFirst(light).stop).toMatch(/^Stop: piece 1/);
  });
  test('zinc on a piece of an austenitic joint holds the welding, not the choice of rod', () => {
    const choice = choose({
      pieces: [{ grade: '304' }, { grade: 'A36', coating: 'galvanised' }],
      joint: { type: 'lap', thicknessMm: 3 },
    });
    expect(choice.holds.map(({ mechanism }) => mechanism)).toContain('liquid-metal');
    expect(choice.reasons[0]).toMatch(/^Not yet: .*Strip it/);
    expect(choice.ranking[0]?.worst).not.toBe('do-not');
    expect(choice.recommended).toMatch(/^ER309L|^ER312/);
    expect(of(['304', 'A36']).holds).toEqual([]);
  });
  test('a piece nothing explains is taken as it was analysed', () => {
    const odd = { Cr: 12, Ni: 25, Mo: 6, Mn: 12, Cu: 3 };
    const { candidates } = checkChooseInput({
      pieces: [
        {
          tests: [
            { test: 'analyser', reading: odd },
            { test: 'magnet', outcome: 'full', worked: 'soft' },
            { test: 'copper-sulphate', outcome: 'deposit', filed: true },
            { test: 'weight', outcome: 'steel' },
          ],
        },
      ],
    }).pieces[0] ?? { candidates: [] };
    expect(candidates[0]?.material.id).toBe('analysed piece');
  });
});

describe('heat', () => {
  const advice = (
    grades: readonly string[],
    rod: string | null,
    rest: Omit<ChooseInput, 'pieces'> = {},
  ): readonly string[] => {
    const { pieces, joint, service } = checkChooseInput({
      pieces: grades.map((grade) => ({ grade })),
      joint: { type: 'bevel', thicknessMm: 12 },
      ...rest,
    });
    return heatAdvice(pieces, joint, service, rod === null ? null : (findRod(rod) ?? null)).map(({ words }) => words);
  };
  test('410 with its own rod is preheated and tempered with figures, with a soft rod only preheated', () => {
    const matching = advice(['410'], 'ER410').join(' ');
    expect(matching).toMatch(/Preheat 410 to \d+ to \d+ °C/);
    expect(matching).toMatch(/Afterwards 410 at 650 to 760 °C, 60 minutes/);
    expect(advice(['410'], 'ER309L').join(' ')).not.toContain('Afterwards');
  });
  test('13-4, 17-4 and 4140 have figures of their own', () => {
    expect(advice(['CA6NM'], 'ER410NiMo').join(' ')).toContain('580 to 620 °C');
    expect(advice(['S17400'], 'ER630').join(' ')).toContain('480 to 620 °C');
    expect(advice(['4140'], 'ER80S-D2').join(' ')).toMatch(/Preheat 4140 .*Afterwards 4140 at 590 to 680 °C/s);
  });
  test('thick 347 in hot service is stabilised, thin or cool it is not', () => {
    const hot = { joint: { type: 'bevel', thicknessMm: 20 }, service: { temperatureC: [20, 620] } } as const;
    expect(advice(['347'], 'ER347', hot).join(' ')).toContain('870 to 900 °C');
    expect(advice(['347'], 'ER347').join(' ')).not.toContain('870');
  });
  test('austenitic and duplex pieces ask only to cool between passes', () => {
    expect(advice(['304'], 'ER308L')).toEqual(['Let 304 cool below 175 °C between passes.']);
    expect(advice(['S32750'], 'ER2594')).toEqual(['Let S32750 cool below 100 °C between passes.']);
  });
  test('a rutile electrode asks for more preheat of hardenable steel than the torch does', () => {
    const preheat = (rod: string, process: 'smaw' | 'gtaw'): number =>
      Number(
        /Preheat 4140 to (\d+)/.exec(
          advice(['4140'], rod, { joint: { type: 'bevel', thicknessMm: 20, process } }).join(' '),
        )?.[1] ?? 0,
      );
    expect(preheat('E312-17', 'smaw')).toBeGreaterThan(preheat('ER312', 'gtaw'));
  });
});

test('a layer is looked for in the form the process lays', () => {
  const problem = checkChooseInput({
    pieces: [{ grade: '12L14' }, { grade: '304' }],
    joint: { type: 'fillet', thicknessMm: 10, restraint: 'high', process: 'smaw' },
  });
  const choice = choose({
    pieces: [{ grade: '12L14' }, { grade: '304' }],
    joint: { type: 'fillet', thicknessMm: 10, restraint: 'high', process: 'smaw' },
  });
  for (const { layer } of choice.alternatives) expect(findRod(layer ?? '')?.processes).toContain('smaw');
  expect(findAlternatives(problem, [], 0, 0, new Float64Array(64), 1)).toEqual([]);
});
