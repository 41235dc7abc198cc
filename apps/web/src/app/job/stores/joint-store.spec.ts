import { TestBed } from '@angular/core/testing';
import { known } from '@variatum/metallurgy';
import { aJob, aJoint, aPiece, jobProviders, openJob, type OpenJob } from '../../../testing/job-fixture';
import { PartSelection, PartStore, PieceArrangement, sideOf } from '.';

const pieces = ['a', 'b', 'c'].map((id, position) =>
  aPiece({ id, position, name: id, form: 'tube', outsideMm: known(42.4), thicknessMm: known(2) }),
);
const first = aJoint({
  id: '1',
  sides: [sideOf('a'), sideOf('b')],
  joint: { type: 'square-butt', shares: [0.4, 0.6], aimedAt: 1 },
});
const second = aJoint({ id: '2', position: 1, sides: [sideOf('b'), sideOf('c')], joint: { type: 'bevel' } });

let open: OpenJob;
let selection: PartSelection;
beforeEach(async () => {
  TestBed.configureTestingModule({ providers: jobProviders() });
  open = await openJob(aJob(pieces, { joints: [first, second] }));
  selection = TestBed.inject(PartSelection);
});
// Nothing may rest beyond the end of a test.
afterEach(() => open.store.flush());

test('the joint looked at asks for its own pieces', () => {
  expect(open.store.question()?.joint).toMatchObject({ type: 'square-butt' });
  expect(open.store.meeting().map(({ id }) => id)).toEqual(['a', 'b']);
  selection.joint.set('2');
  expect(open.store.question()?.joint).toMatchObject({ type: 'bevel' });
  expect(open.store.meeting().map(({ id }) => id)).toEqual(['b', 'c']);
});

test('what is said of a joint holds for all that are alike to it; planned by itself again it begins with that', () => {
  open.joints.setAlike('2', '1');
  selection.joint.set('2');
  expect(open.joints.leading()?.id).toBe('1');
  open.joints.describe({ process: 'gtaw' });
  expect(open.joints.find('1')?.joint.process).toBe('gtaw');
  expect(open.joints.find('2')?.joint.process).toBeUndefined();
  open.joints.setAlike('2', null);
  expect(open.joints.leading()?.id).toBe('2');
  expect(open.joints.joint()).toMatchObject({ type: 'square-butt', process: 'gtaw' });
});

test('a joint others are alike to takes them along when it becomes alike to another', () => {
  open.joints.addAlike(2);
  expect(open.joints.alike()).toHaveLength(3);
  open.joints.setAlike('1', '2');
  expect(open.joints.all().filter(({ alikeTo }) => alikeTo === '2')).toHaveLength(3);
  expect(open.joints.leaders().map(({ id }) => id)).toEqual(['2']);
});

test('other pieces leave open what counted them by their places; other places do not', () => {
  open.joints.setSides('1', [{ ...sideOf('a'), clock: 3 }, sideOf('b')]);
  expect(open.joints.find('1')?.joint).toMatchObject({ shares: [0.4, 0.6], aimedAt: 1 });
  open.joints.setSides('1', [sideOf('c'), sideOf('b')]);
  expect(open.joints.find('1')?.joint).toEqual({ type: 'square-butt' });
});

test('joints of a piece that is joined to another are joints of that one', () => {
  TestBed.inject(PieceArrangement).merge('a', 'c');
  expect(open.joints.find('2')?.sides.map(({ piece }) => piece)).toEqual(['b', 'a']);
});

test('the part is laid out from pieces and joints, with figures and letters', () => {
  const part = TestBed.inject(PartStore);
  expect(
    part
      .layout()
      .pieces.map(({ id }) => id)
      .sort(),
  ).toEqual(['a', 'b', 'c']);
  expect(part.joints().get('1')?.seamMm.value).toBeCloseTo(Math.PI * 42.4, 1);
  expect(part.letters().get('c')).toBe('C');
  open.pieces.setWithdrawn('c', true);
  expect(part.layout().pieces).toHaveLength(2);
});
