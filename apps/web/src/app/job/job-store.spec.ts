import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { Change, JobDetail, Piece } from '@variatum/contracts';
import { NEVER, Subject } from 'rxjs';
import { Autosave } from '../sync/autosave';
import { JobStore } from './job-store';
import { LiveService } from '../sync/live.service';
import { RestingChanges } from '../sync/resting-changes';
import { UndoHistory } from '../sync/undo-history';

const JOB_ID = '0198a6a0-0000-7000-8000-000000000001';
const PIECE_ID = '0198a6a0-0000-7000-8000-000000000002';
const stamp = '2026-01-01T00:00:00Z';
const piece: Piece = {
  id: PIECE_ID, jobId: JOB_ID, position: 0, name: 'Sheet', kind: 'base', family: null, form: null, thicknessMm: null, thicknessText: '', size: '', outsideMm: null,
  outsideText: '', condition: null, marks: '', coating: null, origin: '', grade: null, weldMetal: null, likelyFamily: null, version: 3, withdrawnAt: null, tests: [],
}; // prettier-ignore
const job: JobDetail = {
  id: JOB_ID, title: 'Chute', item: '', state: 'bench', stage: 'job', service: {}, temperatureText: ['', ''], lastRod: null, pieceCount: 1, families: [],
  photos: [], version: 4,
  createdAt: stamp, updatedAt: stamp, withdrawnAt: null, pieces: [piece], joint: null, decisions: [],
}; // prettier-ignore

describe('JobStore', () => {
  let store: JobStore;
  let http: HttpTestingController;
  let changes: Subject<Change>;

  beforeEach(async () => {
    changes = new Subject();
    TestBed.configureTestingModule({
      providers: [
        Autosave,
        UndoHistory,
        RestingChanges,
        JobStore,
        provideHttpClient(),
        provideHttpClientTesting(),
        { provide: LiveService, useValue: { changes, opened: NEVER } },
      ],
    });
    store = TestBed.inject(JobStore);
    http = TestBed.inject(HttpTestingController);
    const opened = store.open(JOB_ID);
    http.expectOne(`/api/jobs/${JOB_ID}`).flush(job);
    http.expectOne('/api/rod-stock').flush([]);
    http.expectOne('/api/workshop').flush({ id: JOB_ID, name: 'x', ownedTests: null, preferences: {}, version: 1 });
    await opened;
    jest.useFakeTimers();
  });
  afterEach(() => {
    jest.useRealTimers();
    http.verify();
  });

  test('shows a change at once and sends it when typing rests, all of it as one', async () => {
    store.changePiece(PIECE_ID, { name: 'S' });
    store.changePiece(PIECE_ID, { name: 'Spout' });
    store.changePiece(PIECE_ID, { thicknessMm: 2 });
    expect(store.pieces()[0]).toMatchObject({ name: 'Spout', thicknessMm: 2 });
    http.expectNone(`/api/pieces/${PIECE_ID}`);
    await jest.advanceTimersByTimeAsync(600);
    const request = http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(request.request.body).toEqual({ name: 'Spout', thicknessMm: 2, version: 3 });
    request.flush({ ...piece, version: 4 });
    await jest.advanceTimersByTimeAsync(10);
    store.changePiece(PIECE_ID, { origin: 'yard' });
    await jest.advanceTimersByTimeAsync(600);
    const next = http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(next.request.body).toEqual({ origin: 'yard', version: 4 });
    next.flush({ ...piece, version: 5 });
  });

  test('keeps what cannot be taken, says why, and lets the rest go ahead', async () => {
    store.changePiece(PIECE_ID, { thicknessMm: 900, origin: 'yard' });
    expect(store.pieces()[0]?.thicknessMm).toBe(900);
    expect(store.errorsOf(`piece ${PIECE_ID}`)['thicknessMm']).toMatch(/0.1 to 300/);
    await jest.advanceTimersByTimeAsync(600);
    const request = http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(request.request.body).toEqual({ origin: 'yard', version: 3 });
    request.flush({ ...piece, version: 4 });
  });

  test('what cannot be taken yet outlives what others change', async () => {
    store.changePiece(PIECE_ID, { name: '' });
    await jest.advanceTimersByTimeAsync(600);
    http.expectNone(`/api/pieces/${PIECE_ID}`);
    const refreshed = store.refresh();
    await jest.advanceTimersByTimeAsync(10);
    http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, title: 'Theirs', pieces: [{ ...piece, origin: 'yard' }] });
    await refreshed;
    expect(store.job()?.title).toBe('Theirs');
    expect(store.pieces()[0]).toMatchObject({ name: '', origin: 'yard' });
    expect(store.errorsOf(`piece ${PIECE_ID}`)['name']).toBeDefined();
  });

  test('changes of others that never rest are shown all the same', async () => {
    for (let version = 5; version < 25; version++) {
      changes.next({ workshop: JOB_ID, kind: 'job', id: JOB_ID, job: JOB_ID, version });
      await jest.advanceTimersByTimeAsync(100);
    }
    http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, title: 'Theirs', version: 24 });
    await jest.advanceTimersByTimeAsync(10);
    expect(store.job()?.title).toBe('Theirs');
    // What was told while it was being read is read after it.
    await jest.advanceTimersByTimeAsync(500);
    http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, title: 'Theirs', version: 24 });
  });

  test('what was typed and arrived while the job was being read is not taken back by the older reading', async () => {
    void store.refresh();
    await jest.advanceTimersByTimeAsync(10);
    const older = http.expectOne(`/api/jobs/${JOB_ID}`);
    store.changeJob({ title: 'Typed meanwhile' });
    await jest.advanceTimersByTimeAsync(600);
    const typed = { ...job, title: 'Typed meanwhile', version: 5 };
    http.expectOne(`/api/jobs/${JOB_ID}`).flush(typed);
    await jest.advanceTimersByTimeAsync(10);
    older.flush(job);
    await jest.advanceTimersByTimeAsync(10);
    expect(store.job()?.title).toBe('Typed meanwhile');
    await jest.advanceTimersByTimeAsync(300);
    http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...typed, item: 'theirs' });
    await jest.advanceTimersByTimeAsync(10);
    expect(store.job()).toMatchObject({ title: 'Typed meanwhile', item: 'theirs' });
  });

  test('what one job could not take is nothing to the next', async () => {
    store.changeJob({ title: '' });
    await jest.advanceTimersByTimeAsync(600);
    expect(store.errorsOf('job')['title']).toBeDefined();
    const other = JOB_ID.replace(/1$/, '9');
    const opened = store.open(other);
    http.expectOne(`/api/jobs/${other}`).flush({ ...job, id: other, title: 'Other', pieces: [] });
    http.expectOne('/api/rod-stock').flush([]);
    http.expectOne('/api/workshop').flush({ id: JOB_ID, name: 'x', ownedTests: null, preferences: {}, version: 1 });
    await opened;
    expect(store.job()?.title).toBe('Other');
    expect(store.errorsOf('job')).toEqual({});
  });

  test('a field somebody else changed too is shown side by side, and what was typed is kept', async () => {
    store.changePiece(PIECE_ID, { name: 'Mine' });
    await jest.advanceTimersByTimeAsync(600);
    http.expectOne(`/api/pieces/${PIECE_ID}`).flush(
      {
        type: 'about:blank',
        title: 'Changed meanwhile',
        status: 409,
        current: { ...piece, name: 'Theirs', version: 9 },
      },
      { status: 409, statusText: 'Conflict' },
    );
    await jest.advanceTimersByTimeAsync(10);
    const [conflict] = store.conflicts();
    expect(conflict).toMatchObject({ field: 'name', mine: 'Mine', theirs: 'Theirs' });
    store.decideConflict(conflict!, true);
    await jest.advanceTimersByTimeAsync(10);
    const again = http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(again.request.body).toEqual({ name: 'Mine', version: 9 });
    again.flush({ ...piece, name: 'Mine', version: 10 });
    await jest.advanceTimersByTimeAsync(10);
    http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, pieces: [{ ...piece, name: 'Mine', version: 10 }] });
    await jest.advanceTimersByTimeAsync(10);
    expect(store.pieces()[0]?.name).toBe('Mine');
    expect(store.conflicts()).toEqual([]);
  });

  test('a change is taken back with what stood before it', async () => {
    store.changePiece(PIECE_ID, { name: 'Spout' });
    await jest.advanceTimersByTimeAsync(600);
    http.expectOne(`/api/pieces/${PIECE_ID}`).flush({ ...piece, version: 4 });
    await jest.advanceTimersByTimeAsync(10);
    store.history.undo(() => store.flush());
    expect(store.pieces()[0]?.name).toBe('Sheet');
    await jest.advanceTimersByTimeAsync(10);
    const request = http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(request.request.body).toEqual({ name: 'Sheet', version: 4 });
    request.flush({ ...piece, version: 5 });
    await jest.advanceTimersByTimeAsync(10);
    expect(store.history.next()).toBeNull();
  });

  test('the stage where a person stopped is sent at once, is nothing to take back, and is no conflict', async () => {
    store.stopAt('rod');
    await jest.advanceTimersByTimeAsync(10);
    const request = http.expectOne(`/api/jobs/${JOB_ID}`);
    expect(request.request.body).toEqual({ stage: 'rod', version: 4 });
    const current = { ...job, stage: 'pieces', version: 8 };
    request.flush({ title: 'Changed', status: 409, current }, { status: 409, statusText: 'x' });
    await jest.advanceTimersByTimeAsync(10);
    const again = http.expectOne(`/api/jobs/${JOB_ID}`);
    expect(again.request.body).toEqual({ stage: 'rod', version: 8 });
    again.flush({ ...job, version: 9 });
    await jest.advanceTimersByTimeAsync(10);
    expect(store.conflicts()).toEqual([]);
    expect(store.history.next()).toBeNull();
    store.stopAt('rod');
    await jest.advanceTimersByTimeAsync(10);
    http.expectNone(`/api/jobs/${JOB_ID}`);
  });

  test('what the server refuses stays where it was typed, whatever others change', async () => {
    store.changePiece(PIECE_ID, { grade: '3O4' });
    await jest.advanceTimersByTimeAsync(600);
    http
      .expectOne(`/api/pieces/${PIECE_ID}`)
      .flush(
        { title: 'x', status: 422, errors: [{ path: 'grade', message: 'not in the catalogue' }] },
        { status: 422, statusText: 'x' },
      );
    await jest.advanceTimersByTimeAsync(10);
    expect(store.errorsOf(`piece ${PIECE_ID}`)['grade']).toBe('not in the catalogue');
    const refreshed = store.refresh();
    await jest.advanceTimersByTimeAsync(10);
    http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, pieces: [{ ...piece, origin: 'yard', version: 5 }] });
    await refreshed;
    expect(store.pieces()[0]).toMatchObject({ grade: '3O4', origin: 'yard' });
    expect(store.saving.state()).toBe('refused');
  });

  test('a joint that cannot be taken yet outlives what others change', async () => {
    store.changeJoint({ dilution: 4 });
    await jest.advanceTimersByTimeAsync(600);
    const refreshed = store.refresh();
    await jest.advanceTimersByTimeAsync(10);
    http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, title: 'Theirs' });
    await refreshed;
    expect(store.job()?.title).toBe('Theirs');
    expect(store.joint()).toEqual({ type: 'bevel', dilution: 4 });
    expect(store.errorsOf('joint')['joint.dilution']).toBeDefined();
  });

  test('logs a test at once, with an id of its own, and refuses one that says nothing', async () => {
    expect(store.addTest(PIECE_ID, { test: 'magnet', outcome: 'some' })).toBeNull();
    expect(store.errorsOf(`test ${PIECE_ID}`)['outcome']).toBeDefined();
    const id = store.addTest(PIECE_ID, { test: 'magnet', outcome: 'none', worked: 'soft' });
    expect(store.pieces()[0]?.tests).toMatchObject([{ id }]);
    expect(store.question()?.pieces[0]?.tests).toEqual([{ test: 'magnet', outcome: 'none', worked: 'soft' }]);
    await jest.advanceTimersByTimeAsync(10);
    const request = http.expectOne(`/api/pieces/${PIECE_ID}/tests`);
    expect(request.request.body.id).toMatch(/^[0-9a-f-]{36}$/);
    request.flush({});
  });

  test('a struck-out test stays in the log and leaves the question', async () => {
    store.addTest(PIECE_ID, { test: 'magnet', outcome: 'none' });
    await jest.advanceTimersByTimeAsync(10);
    http.expectOne(`/api/pieces/${PIECE_ID}/tests`).flush({});
    await jest.advanceTimersByTimeAsync(10);
    const id = store.pieces()[0]?.tests[0]?.id as string;
    store.strikeOut(PIECE_ID, id, 'wrong piece');
    await jest.advanceTimersByTimeAsync(10);
    http.expectOne(`/api/tests/${id}/strike-out`).flush({});
    expect(store.pieces()[0]?.tests[0]).toMatchObject({ struckOutReason: 'wrong piece' });
    expect(store.question()?.pieces[0]?.tests).toEqual([]);
  });

  test('a joint that cannot be is shown at its field and not sent', async () => {
    store.changeJoint({ dilution: 4 });
    expect(store.errorsOf('joint')['joint.dilution']).toBeDefined();
    await jest.advanceTimersByTimeAsync(600);
    http.expectNone(`/api/jobs/${JOB_ID}/joint`);
    store.changeJoint({ dilution: 0.3 });
    await jest.advanceTimersByTimeAsync(600);
    const request = http.expectOne(`/api/jobs/${JOB_ID}/joint`);
    expect(request.request.body).toEqual({ version: 0, joint: { type: 'bevel', dilution: 0.3 } });
    request.flush({ id: PIECE_ID, jobId: JOB_ID, version: 1, joint: { type: 'bevel', dilution: 0.3 } });
    expect(store.errorsOf('joint')).toEqual({});
  });
});
