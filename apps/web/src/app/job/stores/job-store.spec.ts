import { TestBed } from '@angular/core/testing';
import { type TestRequest } from '@angular/common/http/testing';
import type { Change, RodStock } from '@variatum/contracts';
import { known, NOT_GIVEN } from '@variatum/metallurgy';
import { NEVER, Subject } from 'rxjs';
import {
  aJob,
  aJoint,
  aPiece,
  aWorkshop,
  JOB_ID,
  jobProviders,
  openJob,
  type OpenJob,
} from '../../../testing/job-fixture';
import { RackStore } from '../../rack/rack-store';
import { LiveService } from '../../sync';

const piece = aPiece({ name: 'Sheet', version: 3 });
const PIECE_ID = piece.id;
const job = aJob([piece], { title: 'Chute', version: 4 });
/** Lets so much time pass at once: typing rests, what is on its way arrives. */
const pass = (milliseconds: number): Promise<void> => jest.advanceTimersByTimeAsync(milliseconds);

describe('an open job', () => {
  let open: OpenJob;
  let changes: Subject<Change>;
  const http = () => open.http;
  const request = (url: string): TestRequest => open.http.expectOne(url);

  beforeEach(async () => {
    changes = new Subject();
    TestBed.configureTestingModule({
      providers: [...jobProviders(), { provide: LiveService, useValue: { changes, opened: NEVER } }],
    });
    open = await openJob(job);
    jest.useFakeTimers();
  });
  afterEach(() => {
    jest.useRealTimers();
    open.http.verify();
  });

  test('shows a change at once and sends it when typing rests, all of it as one', async () => {
    open.pieces.change(PIECE_ID, { name: 'S' });
    open.pieces.change(PIECE_ID, { name: 'Spout' });
    open.pieces.change(PIECE_ID, { thicknessMm: known(2) });
    expect(open.pieces.active()[0]).toMatchObject({ name: 'Spout', thicknessMm: known(2) });
    open.http.expectNone(`/api/pieces/${PIECE_ID}`);
    await pass(600);
    const sent = open.http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(sent.request.body).toEqual({ name: 'Spout', thicknessMm: known(2), version: 3 });
    sent.flush({ ...piece, version: 4 });
    await pass(10);
    open.pieces.change(PIECE_ID, { origin: 'yard' });
    await pass(600);
    const next = open.http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(next.request.body).toEqual({ origin: 'yard', version: 4 });
    next.flush({ ...piece, version: 5 });
  });

  test('keeps what cannot be taken, says why, and lets the rest go ahead', async () => {
    open.pieces.change(PIECE_ID, { thicknessMm: known(900), origin: 'yard' });
    expect(open.pieces.active()[0]?.thicknessMm).toEqual(known(900));
    expect(open.pieces.errorsOf(PIECE_ID)['thicknessMm.value']).toMatch(/0.1 to 300/);
    await pass(600);
    const sent = open.http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(sent.request.body).toEqual({ origin: 'yard', version: 3 });
    sent.flush({ ...piece, version: 4 });
  });

  test('what cannot be taken yet outlives what others change', async () => {
    open.pieces.change(PIECE_ID, { name: '' });
    await pass(600);
    open.http.expectNone(`/api/pieces/${PIECE_ID}`);
    const refreshed = open.store.document.refresh();
    await pass(10);
    open.http
      .expectOne(`/api/jobs/${JOB_ID}`)
      .flush({ ...job, title: 'Theirs', pieces: [{ ...piece, origin: 'yard' }] });
    await refreshed;
    expect(open.store.job()?.title).toBe('Theirs');
    expect(open.pieces.active()[0]).toMatchObject({ name: '', origin: 'yard' });
    expect(open.pieces.errorsOf(PIECE_ID)['name']).toBeDefined();
  });

  test('changes of others that never rest are shown all the same', async () => {
    for (let version = 5; version < 25; version++) {
      changes.next({ workshop: JOB_ID, kind: 'job', id: JOB_ID, job: JOB_ID, version });
      await pass(100);
    }
    open.http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, title: 'Theirs', version: 24 });
    await pass(10);
    expect(open.store.job()?.title).toBe('Theirs');
    // What was told while it was being read is read after it.
    await pass(500);
    open.http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, title: 'Theirs', version: 24 });
  });

  test('what was typed and arrived while the job was being read is not taken back by the older reading', async () => {
    void open.store.document.refresh();
    await pass(10);
    const older = open.http.expectOne(`/api/jobs/${JOB_ID}`);
    open.store.change({ title: 'Typed meanwhile' });
    await pass(600);
    const typed = { ...job, title: 'Typed meanwhile', version: 5 };
    open.http.expectOne(`/api/jobs/${JOB_ID}`).flush(typed);
    await pass(10);
    older.flush(job);
    await pass(10);
    expect(open.store.job()?.title).toBe('Typed meanwhile');
    await pass(300);
    open.http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...typed, item: 'theirs' });
    await pass(10);
    expect(open.store.job()).toMatchObject({ title: 'Typed meanwhile', item: 'theirs' });
  });

  test('what one job could not take is nothing to the next', async () => {
    open.store.change({ title: '' });
    await pass(600);
    expect(open.store.errors()['title']).toBeDefined();
    const other = JOB_ID.replace(/1$/, '9');
    open = await openJob({ ...job, id: other, title: 'Other', pieces: [] });
    expect(open.store.job()?.title).toBe('Other');
    expect(open.store.errors()).toEqual({});
  });

  test('a field somebody else changed too is shown side by side, and what was typed is kept', async () => {
    open.pieces.change(PIECE_ID, { name: 'Mine' });
    await pass(600);
    open.http.expectOne(`/api/pieces/${PIECE_ID}`).flush(
      {
        type: 'about:blank',
        title: 'Changed meanwhile',
        status: 409,
        current: { ...piece, name: 'Theirs', version: 9 },
      },
      { status: 409, statusText: 'Conflict' },
    );
    await pass(10);
    const [conflict] = open.store.document.conflicts();
    expect(conflict).toMatchObject({ field: 'name', mine: 'Mine', theirs: 'Theirs' });
    open.store.document.decideConflict(conflict!, true);
    await pass(10);
    const again = open.http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(again.request.body).toEqual({ name: 'Mine', version: 9 });
    again.flush({ ...piece, name: 'Mine', version: 10 });
    await pass(10);
    open.http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, pieces: [{ ...piece, name: 'Mine', version: 10 }] });
    await pass(10);
    expect(open.pieces.active()[0]?.name).toBe('Mine');
    expect(open.store.document.conflicts()).toEqual([]);
  });

  test('a change is taken back with what stood before it', async () => {
    open.pieces.change(PIECE_ID, { name: 'Spout' });
    await pass(600);
    open.http.expectOne(`/api/pieces/${PIECE_ID}`).flush({ ...piece, version: 4 });
    await pass(10);
    open.history.undo(() => open.store.flush());
    expect(open.pieces.active()[0]?.name).toBe('Sheet');
    await pass(10);
    const sent = open.http.expectOne(`/api/pieces/${PIECE_ID}`);
    expect(sent.request.body).toEqual({ name: 'Sheet', version: 4 });
    sent.flush({ ...piece, version: 5 });
    await pass(10);
    expect(open.history.next()).toBeNull();
  });

  test('the stage where a person stopped is sent at once, is nothing to take back, and is no conflict', async () => {
    open.store.stopAt('rod');
    await pass(10);
    const sent = open.http.expectOne(`/api/jobs/${JOB_ID}`);
    expect(sent.request.body).toEqual({ stage: 'rod', version: 4 });
    const current = { ...job, stage: 'pieces', version: 8 };
    sent.flush({ title: 'Changed', status: 409, current }, { status: 409, statusText: 'x' });
    await pass(10);
    const again = open.http.expectOne(`/api/jobs/${JOB_ID}`);
    expect(again.request.body).toEqual({ stage: 'rod', version: 8 });
    again.flush({ ...job, version: 9 });
    await pass(10);
    expect(open.store.document.conflicts()).toEqual([]);
    expect(open.history.next()).toBeNull();
    open.store.stopAt('rod');
    await pass(10);
    open.http.expectNone(`/api/jobs/${JOB_ID}`);
  });

  test('what the server refuses stays where it was typed, whatever others change', async () => {
    open.pieces.change(PIECE_ID, { grade: '3O4' });
    await pass(600);
    open.http
      .expectOne(`/api/pieces/${PIECE_ID}`)
      .flush(
        { title: 'x', status: 422, errors: [{ path: 'grade', message: 'not in the catalogue' }] },
        { status: 422, statusText: 'x' },
      );
    await pass(10);
    expect(open.pieces.errorsOf(PIECE_ID)['grade']).toBe('not in the catalogue');
    const refreshed = open.store.document.refresh();
    await pass(10);
    open.http.expectOne(`/api/jobs/${JOB_ID}`).flush({ ...job, pieces: [{ ...piece, origin: 'yard', version: 5 }] });
    await refreshed;
    expect(open.pieces.active()[0]).toMatchObject({ grade: '3O4', origin: 'yard' });
    expect(open.saving.state()).toBe('refused');
  });

  test('a joint that cannot be taken yet outlives what others change', async () => {
    open = await openJob({ ...job, joints: [aJoint({ joint: { type: 'bevel' } })] });
    open.joints.describe({ dilution: 4 });
    await pass(600);
    const refreshed = open.store.document.refresh();
    await pass(10);
    open.http
      .expectOne(`/api/jobs/${JOB_ID}`)
      .flush({ ...job, title: 'Theirs', joints: [aJoint({ joint: { type: 'bevel' } })] });
    await refreshed;
    expect(open.store.job()?.title).toBe('Theirs');
    expect(open.joints.joint()).toEqual({ type: 'bevel', dilution: 4 });
    expect(open.joints.errors()['joint.dilution']).toBeDefined();
  });

  test('logs a test at once, with an id of its own, and refuses one that says nothing', async () => {
    expect(open.tests.add(PIECE_ID, { test: 'magnet', outcome: 'some' })).toBeNull();
    expect(open.tests.errorsOf(PIECE_ID)['outcome']).toBeDefined();
    const id = open.tests.add(PIECE_ID, { test: 'magnet', outcome: 'none', worked: 'soft' });
    expect(open.pieces.active()[0]?.tests).toMatchObject([{ id }]);
    expect(open.store.question()?.pieces[0]?.tests).toEqual([{ test: 'magnet', outcome: 'none', worked: 'soft' }]);
    await pass(10);
    const sent = open.http.expectOne(`/api/pieces/${PIECE_ID}/tests`);
    expect(sent.request.body.id).toMatch(/^[0-9a-f-]{36}$/);
    sent.flush({});
  });

  test('a struck-out test stays in the log and leaves the question', async () => {
    open.tests.add(PIECE_ID, { test: 'magnet', outcome: 'none' });
    await pass(10);
    open.http.expectOne(`/api/pieces/${PIECE_ID}/tests`).flush({});
    await pass(10);
    const id = open.pieces.active()[0]?.tests[0]?.id as string;
    open.tests.strikeOut(PIECE_ID, id, 'wrong piece');
    await pass(10);
    open.http.expectOne(`/api/tests/${id}/strike-out`).flush({});
    expect(open.pieces.active()[0]?.tests[0]).toMatchObject({ struckOutReason: 'wrong piece' });
    expect(open.store.question()?.pieces[0]?.tests).toEqual([]);
  });

  test('the first word of a joint makes it, of all pieces; what cannot be stands at its field', async () => {
    open.joints.describe({ dilution: 4 });
    expect(open.joints.errors()['joint.dilution']).toBeDefined();
    await pass(10);
    const made = request(`/api/jobs/${JOB_ID}/joints`);
    expect(made.request.body).toMatchObject({ joint: { type: 'bevel' }, sides: [{ piece: PIECE_ID }] });
    const { id } = made.request.body as { id: string };
    made.flush({ id, version: 1 });
    await pass(600);
    http().expectNone(`/api/joints/${id}`);
    open.joints.describe({ dilution: 0.3 });
    await pass(600);
    const sent = request(`/api/joints/${id}`);
    expect(sent.request.body).toEqual({ version: 1, joint: { type: 'bevel', dilution: 0.3 } });
    sent.flush({ id, version: 2 });
    expect(open.joints.errors()).toEqual({});
  });

  test('what this page has changed is not read anew when it is told back, whichever comes first', async () => {
    const told = (kind: Change['kind'], id: string, version: number): void =>
      changes.next({ workshop: JOB_ID, kind, id, job: JOB_ID, version });
    const j = aJoint();
    open = await openJob({ ...job, joints: [j] });
    const id = open.tests.add(PIECE_ID, { test: 'magnet', outcome: 'none' }) ?? '';
    open.joints.describe({ type: 'lap' });
    open.pieces.change(PIECE_ID, { origin: 'yard' });
    await pass(450);
    told('field_test', id, 1);
    request(`/api/pieces/${PIECE_ID}/tests`).flush({ id, version: 1 });
    await pass(10);
    request(`/api/joints/${j.id}`).flush({ ...j, version: 2 });
    await pass(10);
    told('joint', j.id, 2);
    told('piece', PIECE_ID, 4);
    await pass(400);
    request(`/api/pieces/${PIECE_ID}`).flush({ ...piece, version: 4 });
    await pass(400);
    open.http.expectNone(`/api/jobs/${JOB_ID}`);
    // Somebody else's is.
    told('joint', 'j', 2);
    await pass(400);
    request(`/api/jobs/${JOB_ID}`).flush(job);
    await pass(10);
  });

  test('what somebody else changed before is read although a change made here came upon it', async () => {
    open.pieces.change(PIECE_ID, { name: 'Mine' });
    await pass(450);
    const theirs = { ...piece, origin: 'theirs', version: 4 };
    request(`/api/pieces/${PIECE_ID}`).flush(
      { title: 'x', status: 409, current: theirs },
      { status: 409, statusText: 'x' },
    );
    await pass(10);
    request(`/api/pieces/${PIECE_ID}`).flush({ ...theirs, name: 'Mine', version: 5 });
    await pass(10);
    for (const version of [4, 5]) changes.next({ workshop: JOB_ID, kind: 'piece', id: PIECE_ID, job: JOB_ID, version });
    await pass(400);
    request(`/api/jobs/${JOB_ID}`).flush({ ...job, pieces: [{ ...theirs, name: 'Mine', version: 5 }] });
    await pass(10);
    expect(open.pieces.active()[0]).toMatchObject({ name: 'Mine', origin: 'theirs' });
  });

  test('a change to the rack or to the workshop reads that alone, and counts for the question', async () => {
    const rod: RodStock = { id: 'r', rod: 'ER309L', inStock: true, diameterMm: NOT_GIVEN, note: '', version: 1 };
    changes.next({ workshop: JOB_ID, kind: 'rod_stock', id: 'r', job: null, version: 1 });
    await pass(400);
    request('/api/rod-stock').flush([rod]);
    await pass(10);
    expect(TestBed.inject(RackStore).entry('ER309L').inStock).toBe(true);
    expect(open.store.question()?.stock).toEqual(['ER309L']);
    changes.next({ workshop: JOB_ID, kind: 'workshop', id: aWorkshop().id, job: null, version: 2 });
    await pass(400);
    request('/api/workshop').flush(aWorkshop({ version: 2, preferences: { ER312: -1 } }));
    await pass(10);
    expect(open.store.question()?.preferences).toEqual({ ER312: -1 });
    open.http.expectNone(`/api/jobs/${JOB_ID}`);
  });
});
