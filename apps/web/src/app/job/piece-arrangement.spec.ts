import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { Autosave } from '../sync/autosave';
import { JobStore } from './job-store';
import { PieceArrangement } from './piece-arrangement';
import { RestingChanges } from '../sync/resting-changes';
import { UndoHistory } from '../sync/undo-history';

const JOB_ID = '0198a6a0-0000-7000-8000-000000000001';

describe('splitting and joining pieces', () => {
  let store: JobStore;
  let pieces: PieceArrangement;
  let history: UndoHistory;

  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [
        Autosave,
        UndoHistory,
        RestingChanges,
        JobStore,
        PieceArrangement,
        provideHttpClient(),
        provideHttpClientTesting(),
      ],
    });
    store = TestBed.inject(JobStore);
    pieces = TestBed.inject(PieceArrangement);
    history = TestBed.inject(UndoHistory);
    const http = TestBed.inject(HttpTestingController);
    const opened = store.open(JOB_ID);
    http.expectOne(`/api/jobs/${JOB_ID}`).flush({ id: JOB_ID, title: 'Rail', version: 1, pieces: [], photos: [], decisions: [], joint: null, service: {} }); // prettier-ignore
    http.expectOne('/api/rod-stock').flush([]);
    http.expectOne('/api/workshop').flush({ id: JOB_ID, name: 'x', ownedTests: null, preferences: {}, version: 1 });
    await opened;
  });

  const standing = (id: string): string[] =>
    (store.piece(id)?.tests ?? []).filter(({ struckOutAt }) => struckOutAt === null).map(({ entry }) => entry.test);

  test('a split piece has its like beside it, and the tests chosen stand there and no longer here', () => {
    const first = store.addPiece({ name: 'Rail', form: 'tube', thicknessMm: 2 });
    store.addTest(first, { test: 'magnet', outcome: 'none' });
    store.addTest(first, { test: 'magnet', outcome: 'full' });
    const moved = store.piece(first)?.tests[1];
    pieces.split(first, 'Foot', moved ? [moved] : []);
    const second = store.pieces()[1];
    expect(second).toMatchObject({ name: 'Foot', form: 'tube', thicknessMm: 2 });
    expect(second?.tests).toMatchObject([{ entry: { outcome: 'full' }, note: 'logged on Rail first' }]);
    expect(store.piece(first)?.tests).toMatchObject([{ struckOutAt: null }, { struckOutReason: 'done on Foot' }]);

    expect(history.next()).toBe('splitting Rail');
    history.undo(() => undefined);
    expect(store.pieces().map(({ name }) => name)).toEqual(['Rail']);
    expect(standing(first)).toEqual(['magnet', 'magnet']);
  });

  test('joined pieces are one with the tests of both; what the kept one lacked comes over, what it had stays', () => {
    const kept = store.addPiece({ name: 'Left', form: 'tube' });
    const other = store.addPiece({ name: 'Right', form: 'bar', thicknessMm: 3, origin: 'yard' });
    store.addTest(kept, { test: 'magnet', outcome: 'none' });
    store.addTest(other, { test: 'chips', outcome: 'stringy' });
    pieces.merge(kept, other);
    expect(store.pieces()).toMatchObject([{ name: 'Left', form: 'tube', thicknessMm: 3, origin: 'yard' }]);
    expect(standing(kept)).toEqual(['magnet', 'chips']);
    expect(store.piece(kept)?.tests[1]?.note).toBe('done on Right');

    history.undo(() => undefined);
    expect(store.pieces().map(({ name }) => name)).toEqual(['Left', 'Right']);
    expect(store.piece(kept)).toMatchObject({ thicknessMm: null, origin: '' });
    expect(standing(kept)).toEqual(['magnet']);
    expect(standing(other)).toEqual(['chips']);
  });
});
