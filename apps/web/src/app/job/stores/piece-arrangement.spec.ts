import { TestBed } from '@angular/core/testing';
import { known, NOT_GIVEN } from '@variatum/metallurgy';
import { aJob, jobProviders, openJob, type OpenJob } from '../../../testing/job-fixture';
import { PieceArrangement } from './piece-arrangement';

describe('splitting and joining pieces', () => {
  let open: OpenJob;
  let arrangement: PieceArrangement;

  beforeEach(async () => {
    TestBed.configureTestingModule({ providers: jobProviders() });
    arrangement = TestBed.inject(PieceArrangement);
    open = await openJob(aJob());
  });

  const standing = (id: string): string[] =>
    (open.pieces.find(id)?.tests ?? [])
      .filter(({ struckOutAt }) => struckOutAt === null)
      .map(({ entry }) => entry.test);

  test('a split piece has its like beside it, and the tests chosen stand there and no longer here', () => {
    const first = open.pieces.add({ name: 'Rail', form: 'tube', thicknessMm: known(2) });
    open.tests.add(first, { test: 'magnet', outcome: 'none' });
    open.tests.add(first, { test: 'magnet', outcome: 'full' });
    const moved = open.pieces.find(first)?.tests[1];
    arrangement.split(first, 'Foot', moved ? [moved] : []);
    const second = open.pieces.active()[1];
    expect(second).toMatchObject({ name: 'Foot', form: 'tube', thicknessMm: known(2) });
    expect(second?.tests).toMatchObject([{ entry: { outcome: 'full' }, note: 'logged on Rail first' }]);
    expect(open.pieces.find(first)?.tests).toMatchObject([{ struckOutAt: null }, { struckOutReason: 'done on Foot' }]);

    expect(open.history.next()).toBe('splitting Rail');
    open.history.undo(() => undefined);
    expect(open.pieces.active().map(({ name }) => name)).toEqual(['Rail']);
    expect(standing(first)).toEqual(['magnet', 'magnet']);
  });

  test('joined pieces are one with the tests of both; what the kept one lacked comes over, what it had stays', () => {
    const kept = open.pieces.add({ name: 'Left', form: 'tube' });
    const other = open.pieces.add({ name: 'Right', form: 'bar', thicknessMm: known(3), origin: 'yard' });
    open.tests.add(kept, { test: 'magnet', outcome: 'none' });
    open.tests.add(other, { test: 'chips', outcome: 'stringy' });
    arrangement.merge(kept, other);
    expect(open.pieces.active()).toMatchObject([{ name: 'Left', form: 'tube', thicknessMm: known(3), origin: 'yard' }]);
    expect(standing(kept)).toEqual(['magnet', 'chips']);
    expect(open.pieces.find(kept)?.tests[1]?.note).toBe('done on Right');

    open.history.undo(() => undefined);
    expect(open.pieces.active().map(({ name }) => name)).toEqual(['Left', 'Right']);
    expect(open.pieces.find(kept)).toMatchObject({ thicknessMm: NOT_GIVEN, origin: '' });
    expect(standing(kept)).toEqual(['magnet']);
    expect(standing(other)).toEqual(['chips']);
  });
});
