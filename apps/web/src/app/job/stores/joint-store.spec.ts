import { TestBed } from '@angular/core/testing';
import { known } from '@variatum/metallurgy';
import { aJob, aJoint, aPiece, jobProviders, openJob, type OpenJob } from '../../../testing/job-fixture';
import { sideOf } from '@variatum/job';
import { PartSelection, PartStore, PieceArrangement } from '.';

const id = (end: string): string => `0198a6a0-0000-7000-8000-0000000000${end}`;
const [A, B, C, ONE, TWO] = ['a1', 'a2', 'a3', 'b1', 'b2'].map(id) as [string, string, string, string, string];
const pieces = [A, B, C].map((id, position) =>
  aPiece({ id, position, name: 'Tube', form: 'tube', outsideMm: known(42.4), thicknessMm: known(2) }),
);
const first = aJoint({
  id: ONE,
  sides: [sideOf(A), sideOf(B)],
  joint: { type: 'square-butt', shares: [0.4, 0.6], aimedAt: 1 },
});
const second = aJoint({ id: TWO, position: 1, sides: [sideOf(B), sideOf(C)], joint: { type: 'bevel' } });

let open: OpenJob;
let selection: PartSelection;
beforeEach(async () => {
  TestBed.configureTestingModule({ providers: jobProviders() });
  open = await openJob(aJob(pieces, { joints: [first, second] }));
  selection = TestBed.inject(PartSelection);
  // What is changed rests: nothing is sent beyond the end of a test.
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

test('the joint looked at asks for its own pieces', () => {
  expect(open.store.question()?.joint).toMatchObject({ type: 'square-butt' });
  expect(open.store.meeting().map(({ id }) => id)).toEqual([A, B]);
  selection.joint.set(TWO);
  expect(open.store.question()?.joint).toMatchObject({ type: 'bevel' });
  expect(open.store.meeting().map(({ id }) => id)).toEqual([B, C]);
});

test('what is said of a joint holds for all that are alike to it; planned by itself again it begins with that', () => {
  open.joints.setAlike(TWO, ONE);
  selection.joint.set(TWO);
  expect(open.joints.leading()?.id).toBe(ONE);
  open.joints.describe({ process: 'gtaw' });
  expect(open.joints.find(ONE)?.joint.process).toBe('gtaw');
  expect(open.joints.find(TWO)?.joint.process).toBeUndefined();
  open.joints.setAlike(TWO, null);
  expect(open.joints.leading()?.id).toBe(TWO);
  expect(open.joints.joint()).toMatchObject({ type: 'square-butt', process: 'gtaw' });
});

test('a joint others are alike to takes them along when it becomes alike to another', () => {
  open.joints.addAlike(2);
  expect(open.joints.alike()).toHaveLength(3);
  open.joints.setAlike(ONE, TWO);
  expect(open.joints.all().filter(({ alikeTo }) => alikeTo === TWO)).toHaveLength(3);
  expect(open.joints.leaders().map(({ id }) => id)).toEqual([TWO]);
});

test('other pieces leave open what counted them by their places; other places do not', () => {
  open.joints.setSides(ONE, [{ ...sideOf(A), clock: 3 }, sideOf(B)]);
  expect(open.joints.find(ONE)?.joint).toMatchObject({ shares: [0.4, 0.6], aimedAt: 1 });
  open.joints.setSides(ONE, [sideOf(C), sideOf(B)]);
  expect(open.joints.find(ONE)?.joint).toEqual({ type: 'square-butt' });
});

test('joints of a piece that is joined to another are joints of that one', () => {
  TestBed.inject(PieceArrangement).merge(A, C);
  expect(open.joints.find(TWO)?.sides.map(({ piece }) => piece)).toEqual([B, A]);
});

test('the part is laid out from pieces and joints, with figures and letters', () => {
  const part = TestBed.inject(PartStore);
  expect(
    part
      .layout()
      .pieces.map(({ id }) => id)
      .sort(),
  ).toEqual([A, B, C]);
  expect(part.joints().get(ONE)?.seamMm.value).toBeCloseTo(Math.PI * 42.4, 1);
  expect(part.letters().get(C)).toBe('C');
  open.pieces.setWithdrawn(C, true);
  expect(part.layout().pieces).toHaveLength(2);
});
