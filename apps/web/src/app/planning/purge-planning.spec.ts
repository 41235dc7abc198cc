import { TestBed } from '@angular/core/testing';
import { NO_PURGE } from '@variatum/contracts';
import { sideOf } from '@variatum/job';
import { known } from '@variatum/metallurgy';
import { aJob, aJoint, aPiece, jobProviders, openJob, type OpenJob } from '../../testing/job-fixture';
import { PartSelection } from '../job/stores';
import { PurgePlanning } from './purge-planning';

const id = (end: string): string => `0198a6a0-0000-7000-8000-0000000000${end}`;
const [A, B, C, ONE, TWO] = ['a1', 'a2', 'a3', 'b1', 'b2'].map(id) as [string, string, string, string, string];
const tube = (id: string, position: number, long: number) =>
  aPiece({ id, position, form: 'tube', outsideMm: known(18), thicknessMm: known(1), lengthMm: known(long) });
const pieces = [tube(A, 0, 900), tube(B, 1, 50), tube(C, 2, 600)];
const joints = [
  aJoint({ id: ONE, sides: [sideOf(A), sideOf(B)], joint: { type: 'square-butt' } }),
  aJoint({ id: TWO, position: 1, sides: [sideOf(B), sideOf(C)], joint: { type: 'square-butt' } }),
];

let open: OpenJob;
let planning: PurgePlanning;
const begin = async (job = aJob(pieces, { joints })): Promise<void> => {
  TestBed.configureTestingModule({ providers: [...jobProviders(), PurgePlanning] });
  open = await openJob(job);
  planning = TestBed.inject(PurgePlanning);
  jest.useFakeTimers();
};
afterEach(() => jest.useRealTimers());

test('the room of the joint looked at is waited for, and its joints stand in their order', async () => {
  await begin();
  expect(planning.answer()?.volumeL).toBeCloseTo(((Math.PI / 4) * 256 * 1550) / 1e6, 9);
  expect(planning.answer()?.minutes?.median).toBeGreaterThan(0);
  expect(planning.line().map(({ id }) => id)).toEqual([TWO, ONE]);
  expect(planning.curve()?.levels.length).toBeGreaterThan(20);
});

test('dams beside the joint make the room small; one that is pulled counts before it is kept', async () => {
  await begin();
  planning.change({ dams: planning.nearDams().map(({ piece, alongMm }) => ({ piece, alongMm })) });
  const small = planning.answer()!.volumeL;
  expect(small).toBeCloseTo(((Math.PI / 4) * 256 * 300) / 1e6, 9);
  planning.move({ kind: 'dams', index: 0, alongMm: 400 }, false);
  expect(planning.answer()!.volumeL).toBeGreaterThan(2 * small);
  expect(open.store.job()?.purge.dams[0]?.alongMm).toBe(750);
  planning.move({ kind: 'dams', index: 0, alongMm: 750 }, true);
  expect(planning.answer()!.volumeL).toBe(small);
});

test('what cannot be reckoned with is left out, and stands at its field', async () => {
  await begin(aJob(pieces, { joints, purge: { ...NO_PURGE, targetPpm: 40 } }));
  expect(planning.targetPpm()).toBe(40);
  planning.change({ targetPpm: 0 });
  expect(planning.targetPpm()).toBe(planning.usualTarget());
  expect([planning.typed('targetPpm'), planning.errorOf('targetPpm')]).toEqual([0, true]);
});

test('without a joint, or without a length, nothing is invented', async () => {
  await begin(aJob(pieces));
  expect([planning.room(), planning.answer(), planning.ways().map(({ way }) => way)]).toEqual([
    null,
    null,
    ['gas-box', 'metal', 'paste', 'none'],
  ]);
});

test('a size that is wanting is named', async () => {
  await begin(aJob([{ ...pieces[0]!, lengthMm: { value: null, typed: '' } }, ...pieces.slice(1)], { joints }));
  TestBed.inject(PartSelection).joint.set(TWO);
  expect(planning.answer()).toBeNull();
  expect(planning.purgedRoom()?.missing).toEqual([{ piece: A, size: 'lengthMm' }]);
});

test('a drilled vent counts in place of the one that is proposed', async () => {
  await begin();
  const [proposed] = planning.holesMm();
  expect(proposed).toBe(planning.proposed().drill?.mm);
  planning.change({ vents: [{ piece: C, alongMm: 600, holeMm: 1 }] });
  expect(planning.holesMm()).toEqual([1]);
  expect(planning.ventAnswer().stand).toBe('blows-out');
});

test('sizes that do not go together break nothing', async () => {
  const thick = pieces.map((one) => ({ ...one, thicknessMm: known(80) }));
  await begin(aJob(thick, { joints, purge: { ...NO_PURGE, flowLpm: known(0.1) } }));
  expect([planning.answer(), planning.curve(), planning.purgedRoom()?.missing]).toEqual([null, null, []]);
  expect(planning.ventAnswer().reasons.length).toBeGreaterThan(0);
  expect(planning.ways().map(({ way }) => way)).not.toContain('purge');
  planning.change({ volumeL: 99_999 });
  expect(planning.answer()?.volumeL).toBe(99_999);
});
