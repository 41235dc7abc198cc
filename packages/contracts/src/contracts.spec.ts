import { dotted, InputError, known, NOT_GIVEN } from '@variatum/metallurgy';
import { activePieces } from './active-pieces';
import { alikeJoints, leaderOf, leadingJoints } from './alike-joints';
import { assemblyOf } from './part';
import { jointQuestion, pieceQuestion } from './question';
import { parseWith } from './parse';
import { inputProblem } from './problem';
import { chooseQuestionSchema, constitutionQuestionSchema } from './questions';
import { NO_PURGE } from './preparation';
import { NO_SEAM_ORDER } from './seam-order';
import { newPieceSchema, NO_FIT, type JobDetail, type JointRecord, type Piece } from './records';
import type { JobRecord } from './job-record';
import { rodAt } from './rod-at';
import { unkeepableText } from './unkeepable-text';

const ID = '00000000-0000-4000-8000-000000000000';
const piece = (fields: Partial<Piece> = {}): Piece => ({
  id: ID,
  jobId: ID,
  position: 0,
  name: 'Piece',
  kind: 'base',
  itemFamily: null,
  form: null,
  thicknessMm: NOT_GIVEN,
  size: '',
  outsideMm: NOT_GIVEN,
  shape: null,
  lengthMm: NOT_GIVEN,
  widthMm: NOT_GIVEN,
  endOutsideMm: NOT_GIVEN,
  bendDeg: NOT_GIVEN,
  count: 1,
  condition: null,
  marks: '',
  coating: null,
  origin: '',
  grade: null,
  gradeSource: null,
  weldMetal: null,
  likelyFamily: null,
  version: 1,
  withdrawnAt: null,
  tests: [],
  ...fields,
});
const job = (pieces: Piece[], fields: Partial<JobDetail> = {}): JobDetail => ({
  id: ID,
  title: 'Job',
  item: '',
  state: 'bench',
  stage: 'job',
  service: {},
  temperaturesC: [NOT_GIVEN, NOT_GIVEN],
  purge: NO_PURGE,
  acceptance: null,
  lastRod: null,
  pieceCount: pieces.length,
  families: [],
  photos: [],
  version: 1,
  createdAt: '2026-01-01T00:00:00Z',
  updatedAt: '2026-01-01T00:00:00Z',
  withdrawnAt: null,
  pieces,
  joints: [],
  decisions: [],
  preparation: [],
  weld: [],
  record: [],
  ...fields,
});
const joint = (fields: Partial<JointRecord> = {}): JointRecord => ({
  id: ID,
  jobId: ID,
  position: 0,
  name: '',
  joint: { type: 'lap' },
  sides: [],
  fit: NO_FIT,
  lengthMm: NOT_GIVEN,
  course: null,
  alikeTo: null,
  settings: {},
  seamOrder: NO_SEAM_ORDER,
  version: 1,
  withdrawnAt: null,
  ...fields,
});
const side = (piece: string) => ({ piece, end: null, alongMm: NOT_GIVEN, clock: null });
const stamp = '2026-01-01T00:00:00Z';
const test1 = {
  id: ID,
  pieceId: ID,
  entry: { test: 'magnet', outcome: 'none' },
  spot: null,
  note: '',
  madeBy: null,
  version: 1,
  createdAt: stamp,
  struckOutAt: null,
  struckOutReason: null,
};

describe('the question a job asks', () => {
  test('is none while there is no piece', () => expect(jointQuestion(job([]), null)).toBeNull());
  test('leaves out withdrawn pieces and struck-out tests', () => {
    const question = jointQuestion(
      job([
        piece({
          tests: [
            test1,
            { ...test1, entry: { test: 'chips', outcome: 'short' }, struckOutAt: stamp, struckOutReason: 'no' },
          ],
        }),
        piece({ withdrawnAt: stamp, grade: '304' }),
      ]),
      null,
    );
    expect(question?.pieces).toEqual([{ item: {}, tests: [{ test: 'magnet', outcome: 'none' }] }]);
  });
  test('takes a grade as known, an old weld by its rod, and carries the coating', () => {
    expect(pieceQuestion(piece({ grade: '304L', coating: 'plated', tests: [test1] }))).toEqual({
      grade: '304L',
      coating: 'plated',
    });
    expect(pieceQuestion(piece({ kind: 'old-weld', weldMetal: 'ER70S-6' }))).toEqual({ weldMetal: 'ER70S-6' });
    expect(pieceQuestion(piece({ grade: '304L', condition: 'oil-soaked' }))).toEqual({
      grade: '304L',
      condition: 'oil-soaked',
    });
    expect(pieceQuestion(piece({ itemFamily: 'handrail', form: 'tube' }))).toEqual({
      item: { family: 'handrail', form: 'tube' },
      tests: [],
    });
  });
  test('takes thickness from the pieces unless the joint has its own', () => {
    const pieces = [piece({ grade: '304', thicknessMm: known(1.5) }), piece({ grade: 'A36', position: 1 })];
    expect(jointQuestion(job(pieces), null)?.joint).toEqual({ type: 'bevel', thicknessMm: [1.5, 3] });
    expect(jointQuestion(job(pieces), joint({ joint: { type: 'lap', thicknessMm: 2 } }))?.joint).toEqual({
      type: 'lap',
      thicknessMm: 2,
    });
  });
  test('hands on the shelf and the house preferences only when there are any', () => {
    const plain = jointQuestion(job([piece()]), null);
    expect(plain).not.toHaveProperty('stock');
    const stock = [
      { id: ID, rod: 'ER309L', inStock: true, diameterMm: NOT_GIVEN, note: '', version: 1 },
      { id: ID, rod: 'ER312', inStock: false, diameterMm: NOT_GIVEN, note: '', version: 1 },
    ];
    expect(jointQuestion(job([piece()]), null, stock, { preferences: { ER312: 2 } })).toMatchObject({
      stock: ['ER309L'],
      preferences: { ER312: 2 },
    });
  });
  test('is of the pieces its joint names, in its order; one that was taken off is not among them', () => {
    const [a, b, c] = ['a', 'b', 'c'].map((id, position) =>
      piece({ id, position, grade: ['304', 'A36', '316L'][position]! }),
    );
    const of = (sides: string[], pieces = [a!, b!, c!]) =>
      jointQuestion(job(pieces), joint({ sides: sides.map(side) }))?.pieces.map(({ grade }) => grade);
    expect(of(['c', 'a'])).toEqual(['316L', '304']);
    expect(of([])).toEqual(['304', 'A36', '316L']);
    expect(of(['c', 'a'], [a!, b!, { ...c!, withdrawnAt: stamp }])).toEqual(['304']);
  });
  test('joints alike to another follow it while it is there', () => {
    const [first, second, third] = [
      joint({ id: 'a' }),
      joint({ id: 'b', alikeTo: 'a' }),
      joint({ id: 'c', alikeTo: 'b' }),
    ];
    const all = [first!, second!, third!];
    expect(leaderOf(all, second!)).toBe(first);
    // Not alike to what is itself alike to another.
    expect(leadingJoints(all)).toEqual([first, third]);
    expect(alikeJoints(all, first!)).toEqual([first, second]);
    expect(leaderOf([second!, third!], second!)).toBe(second);
  });
  test('the part to draw has the type of the joint another is alike to, and old welds are no sides of it', () => {
    const pieces = [piece({ id: 'a' }), piece({ id: 'w', kind: 'old-weld' })];
    const joints = [
      joint({ id: '1', sides: [side('a'), side('w')] }),
      joint({ id: '2', joint: { type: 'bevel' }, alikeTo: '1', sides: [side('a')] }),
    ];
    expect(assemblyOf(pieces, joints).joints.map(({ type, sides }) => [type, sides.map((one) => one.piece)])).toEqual([
      ['lap', ['a']],
      ['lap', ['a']],
    ]);
  });
  test('keeps the pieces in their order', () => {
    expect(
      activePieces(job([piece({ position: 2, name: 'b' }), piece({ position: 1, name: 'a' })])).map(({ name }) => name),
    ).toEqual(['a', 'b']);
  });
});

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

test('what beads of a joint and of those alike have shown is asked with it, what was struck out is not', () => {
  const [one, other, third] = ['1', '2', '3'].map((end) => `00000000-0000-4000-8000-00000000000${end}`);
  const logged = (jointId: string, fn: number, struckOutAt: string | null = null) => ({
    id: `00000000-0000-4000-8000-0000000001${String(fn).padStart(2, '0')}`,
    jobId: ID,
    jointId,
    at: stamp,
    entry: { kind: 'ferrite' as const, fn, rod: 'ER308L' },
    madeBy: null,
    version: 1,
    createdAt: stamp,
    struckOutAt,
    struckOutReason: null,
  });
  const joints = [joint({ id: one! }), joint({ id: other!, alikeTo: one! }), joint({ id: third! })];
  const asked = job([piece({ grade: '304L' })], {
    joints,
    weld: [logged(one!, 5), logged(other!, 6), logged(third!, 7), logged(one!, 8, stamp)],
  });
  const beads = (index: number) =>
    jointQuestion(asked, asked.joints[index]!)?.beads?.map((bead) => (bead.saw === 'ferrite' ? bead.fn : null));
  expect([beads(0), beads(1), beads(2)]).toEqual([[5, 6], [5, 6], [7]]);

  // What was found later counts as well: ferrite under a gauge, and a crack in use, with the rod that was decided on.
  const kept = (entry: JobRecord['entry'], gone: string | null = null): JobRecord => ({
    ...logged(one!, 1, gone),
    jointId: one!,
    entry,
  });
  const finding = {
    kind: 'finding',
    line: 'ferrite',
    atMm: null,
    value: 9,
    range90: null,
    choice: null,
    by: 'gauge',
    note: '',
    photo: null,
  } as const;
  const cracked = { kind: 'seen', on: '2026-07-01', outcome: 'cracked', where: 'toe', note: '' } as const;
  const decided = {
    id: ID,
    jobId: ID,
    jointId: one!,
    rod: 'ER309L',
    recommended: 'ER309L',
    engineVersion: '',
    seed: 1,
    note: '',
    madeBy: null,
    createdAt: stamp,
  };
  const later = {
    ...asked,
    decisions: [decided],
    record: [
      kept(finding),
      kept({ ...finding, value: 30 }, stamp),
      kept(cracked),
      kept({ ...cracked, outcome: 'held' }),
    ],
  };
  expect(jointQuestion(later, later.joints[1]!)?.beads?.slice(2)).toEqual([
    { saw: 'ferrite', rod: 'ER309L', fn: 9 },
    { saw: 'crack', rod: 'ER309L', where: 'toe', when: 'service' },
  ]);
});

test('the rod of a joint by some moment is that of the last arc, else what was decided by then', () => {
  const one = joint({ id: ID });
  const decided = (rod: string | null, createdAt: string) => ({
    id: ID,
    jobId: ID,
    jointId: ID,
    rod,
    recommended: rod,
    engineVersion: '',
    seed: 1,
    note: '',
    madeBy: null,
    createdAt,
  });
  const asked = job([], {
    joints: [one],
    decisions: [decided('ER312', '2026-08-01T00:00:00Z'), decided('ER316L', '2026-03-01T00:00:00Z')],
  });
  const by = (at: string) => rodAt(asked, one, at);
  expect([by('2026-06-01T00:00:00Z'), by('2026-09-01T00:00:00Z'), by('2026-01-01T00:00:00Z')]).toEqual([
    'ER316L',
    'ER312',
    'ER316L',
  ]);
  expect(rodAt(job([], { joints: [one] }), one, stamp)).toBeUndefined();
  const start = {
    kind: 'start',
    bead: 'run',
    pass: 0,
    number: 0,
    fromMm: 0,
    toMm: 9,
    amps: 60,
    rod: null,
    rodMm: null,
    lot: '',
    person: 0,
  } as const;
  const laid = {
    id: ID,
    jobId: ID,
    jointId: ID,
    at: '2026-04-01T00:00:00Z',
    entry: start,
    madeBy: null,
    version: 1,
    createdAt: stamp,
    struckOutAt: null,
    struckOutReason: null,
  };
  expect(rodAt({ ...asked, weld: [laid] }, one, '2026-06-01T00:00:00Z')).toBeNull();
  expect(rodAt({ ...asked, weld: [{ ...laid, struckOutAt: stamp }] }, one, '2026-06-01T00:00:00Z')).toBe('ER316L');
});
