import type { JobRecord } from '@variatum/contracts';
import { NOT_GIVEN, known } from '@variatum/metallurgy';
import { activePieces, alikeJoints, assemblyOf, leaderOf, leadingJoints, rodAt } from '../records';
import { ID, job, joint, magnetTest, piece, side, stamp } from '../testing/records';
import { jointQuestion, pieceQuestion } from './joint-question';

describe('the question a job asks', () => {
  test('is none while there is no piece', () => expect(jointQuestion(job([]), null)).toBeNull());
  test('leaves out withdrawn pieces and struck-out tests', () => {
    const question = jointQuestion(
      job([
        piece({
          tests: [
            magnetTest,
            { ...magnetTest, entry: { test: 'chips', outcome: 'short' }, struckOutAt: stamp, struckOutReason: 'no' },
          ],
        }),
        piece({ withdrawnAt: stamp, grade: '304' }),
      ]),
      null,
    );
    expect(question?.pieces).toEqual([{ item: {}, tests: [{ test: 'magnet', outcome: 'none' }] }]);
  });
  test('takes a grade as known, an old weld by its rod, and carries the coating', () => {
    expect(pieceQuestion(piece({ grade: '304L', coating: 'plated', tests: [magnetTest] }))).toEqual({
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
