import { TestBed } from '@angular/core/testing';
import { knownSession } from '../../testing/known-session';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import * as z from 'zod';
import { Autosave } from './autosave';
import { RestingChanges, type RestingChange } from './resting-changes';
import { UndoHistory } from './undo-history';

const schema = z
  .object({ name: z.string().min(1, 'give a name'), size: z.number().max(9), version: z.int() })
  .partial();

let resting: RestingChanges;
let http: HttpTestingController;
let undone: object[];
beforeEach(() => {
  jest.useFakeTimers();
  TestBed.configureTestingModule({
    providers: [Autosave, UndoHistory, RestingChanges, knownSession(), provideHttpClient(), provideHttpClientTesting()],
  });
  resting = TestBed.inject(RestingChanges);
  http = TestBed.inject(HttpTestingController);
  TestBed.inject(Autosave).show(() => true);
  undone = [];
});
afterEach(() => jest.useRealTimers());

const rest = (changes: object, more: Partial<RestingChange> = {}): void =>
  resting.rest({
    key: 'thing',
    job: 'j',
    changes,
    before: { name: 'old', size: 1 },
    schema,
    operation: { method: 'PATCH', url: '/thing' },
    versioned: { id: 't', version: 3 },
    words: 'the change',
    undo: (before) => undone.push(before),
    ...more,
  });
const pass = (milliseconds = 500): Promise<void> => jest.advanceTimersByTimeAsync(milliseconds);
const errors = (): object => TestBed.inject(Autosave).fieldErrors()['thing'] ?? {};

test('changes to one thing are gathered until typing rests, and are one step to take back', async () => {
  rest({ name: 'n' });
  await pass(300);
  rest({ name: 'new' });
  rest({ size: 2 });
  await pass(300);
  http.expectNone('/thing');
  expect(resting.unsent('thing')).toEqual({ name: 'new', size: 2 });
  await pass(200);
  const request = http.expectOne('/thing');
  expect(request.request.body).toEqual({ name: 'new', size: 2, version: 3 });
  request.flush({ version: 4 });
  await pass();
  expect(resting.unsent('thing')).toEqual({});
  TestBed.inject(UndoHistory).undo(() => undefined);
  expect(undone).toEqual([{ name: 'old', size: 1 }]);
});

test('a field that cannot be taken stays, the others go ahead, and it follows when it is right', async () => {
  rest({ name: '', size: 5 });
  expect(errors()).toEqual({ name: 'give a name' });
  await pass();
  const first = http.expectOne('/thing');
  expect(first.request.body).toEqual({ size: 5, version: 3 });
  first.flush({ version: 4 });
  await pass();
  expect(resting.unsent('thing')).toEqual({ name: '' });
  rest({ name: 'right' });
  await pass();
  expect(http.expectOne('/thing').request.body).toEqual({ name: 'right', version: 4 });
  expect(errors()).toEqual({});
});

test('what only a check beyond the schema finds is kept and shown as well', async () => {
  const check = ({ size }: { size?: number }) =>
    (size ?? 0) > 5 ? [{ path: ['size'], message: 'too large here' }] : [];
  rest({ size: 7 }, { check: check as NonNullable<RestingChange['check']> });
  await pass();
  http.expectNone('/thing');
  expect([resting.unsent('thing'), errors()]).toEqual([{ size: 7 }, { size: 'too large here' }]);
});

test('what the server refuses is kept with what was typed since', async () => {
  rest({ name: 'taken' });
  await pass();
  const request = http.expectOne('/thing');
  rest({ size: 2 });
  request.flush(
    { title: 'no', status: 422, errors: [{ path: 'name', message: 'not here' }] },
    { status: 422, statusText: 'x' },
  );
  await pass(1);
  expect(resting.unsent('thing')).toEqual({ name: 'taken', size: 2 });
  resting.clear();
  expect(resting.unsent('thing')).toEqual({});
});

test('a page that is being left keeps what rests before it goes', async () => {
  rest({ name: 'quick' });
  globalThis.dispatchEvent(new Event('beforeunload'));
  await pass(1);
  expect(http.expectOne('/thing').request.body).toEqual({ name: 'quick', version: 3 });
});

test('a page that is put away sends what rests while there is time', async () => {
  rest({ name: 'quick' });
  Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true });
  document.dispatchEvent(new Event('visibilitychange'));
  Object.defineProperty(document, 'visibilityState', { value: 'visible', configurable: true });
  await pass(1);
  expect(http.expectOne('/thing').request.body).toEqual({ name: 'quick', version: 3 });
});

test('what somebody may not do is not kept for whoever comes after them', async () => {
  rest({ name: 'mine' });
  await pass();
  http.expectOne('/thing').flush({ title: 'Not for this role', status: 403 }, { status: 403, statusText: 'x' });
  await pass();
  expect([resting.unsent('thing'), errors()]).toEqual([{}, {}]);
  resting.flush();
  http.expectNone('/thing');
});
