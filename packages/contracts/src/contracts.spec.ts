import { dotted, InputError, known, STARTING_PROFILES } from '@variatum/metallurgy';
import { parseWith } from './parse';
import { inputProblem } from './problem';
import { chooseQuestionSchema, constitutionQuestionSchema } from './questions';
import { newPieceSchema } from './records';
import { unkeepableText } from './unkeepable-text';
import { acceptanceProfileSchema } from './workshop';

describe('checking', () => {
  const pathsOf = (check: () => unknown): string[] => {
    try {
      check();
      return [];
    } catch (error) {
      return (error as InputError).errors.map(({ path }) => dotted(path));
    }
  };
  test('names a field by its dotted path', () => {
    expect(pathsOf(() => parseWith(chooseQuestionSchema, { pieces: [{ grade: 3 }] }))).toEqual(['pieces.0.grade']);
    expect(pathsOf(() => parseWith(newPieceSchema, { name: '', thicknessMm: known(0) }))).toEqual([
      'name',
      'thicknessMm.value',
    ]);
  });
  test('names every unknown key', () => {
    expect(pathsOf(() => parseWith(newPieceSchema, { name: 'x', colour: 1, weight: 2 }))).toEqual(['colour', 'weight']);
  });
  test('of a choice of shapes reports the nearest', () => {
    expect(pathsOf(() => parseWith(constitutionQuestionSchema, { composition: { Cr: 18 }, thicknessMm: -1 }))).toEqual([
      'thicknessMm',
    ]);
  });
  test('a problem document carries every field', () => {
    const problem = inputProblem(
      new InputError([
        { path: ['a', 0], message: 'b' },
        { path: ['c'], message: 'd' },
      ]),
    );
    expect(problem).toMatchObject({
      status: 422,
      errors: [
        { path: 'a.0', message: 'b' },
        { path: 'c', message: 'd' },
      ],
    });
  });
});

describe('text that cannot be kept', () => {
  test('is found wherever it stands, and named by its field', () => {
    expect(unkeepableText({ a: [{ b: 'fine' }, { b: 'x\0' }] })?.path).toEqual(['a', '1', 'b']);
    expect(unkeepableText({ a: 'half \ud83d' })?.path).toEqual(['a']);
    expect(unkeepableText({ 'k\0': 1 })?.message).toMatch(/name holds a character/);
    expect(unkeepableText('\0')).toEqual({ path: [], message: expect.stringContaining('cannot be kept') as string });
  });
  test('is not what people type: letters of all scripts, signs made of two halves, line breaks', () => {
    expect(unkeepableText({ a: 'Größe Ω 轴 🔧\r\n\t', b: [null, 1, true, undefined] })).toBeUndefined();
  });
  test('nests no deeper than anything sensible does', () => {
    let deep: unknown = 'x';
    for (let level = 0; level < 100; level++) deep = [deep];
    expect(unkeepableText({ deep })?.message).toMatch(/nested/);
  });
});

test('a problem document stays small, and says how much it leaves out', () => {
  const errors = Array.from({ length: 900 }, (_, index) => ({
    path: [`p${index}${'x'.repeat(900)}`],
    message: 'y'.repeat(900),
  }));
  const problem = inputProblem(new InputError(errors));
  expect(problem.errors).toHaveLength(50);
  expect(JSON.stringify(problem).length).toBeLessThan(40_000);
  expect(problem.detail).toMatch(/; and 850 more$/);
  expect(inputProblem(InputError.at(['a'], 'wrong'))).toMatchObject({
    detail: 'a: wrong',
    errors: [{ path: 'a', message: 'wrong' }],
  });
});

test('a workshop may keep every profile it starts from', () => {
  for (const profile of STARTING_PROFILES) expect(() => acceptanceProfileSchema.parse(profile)).not.toThrow();
});
