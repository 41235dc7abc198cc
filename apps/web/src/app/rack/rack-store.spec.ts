import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { knownSession } from '../../testing/known-session';
import { known, NOT_GIVEN } from '@variatum/metallurgy';
import { TestBed } from '@angular/core/testing';
import { Autosave, PAGE_SYNC, UndoHistory } from '../sync';
import { RackStore } from './rack-store';

/** Lets so much time pass at once: typing rests, what is on its way arrives. */
const rest = (ms = 450): Promise<void> => jest.advanceTimersByTimeAsync(ms);
const entry = { id: 'a', rod: 'ER308L', onShelf: true, diameterMm: known(1.6), note: 'drawer 2', version: 1 };

let store: RackStore;
let saving: Autosave;
let http: HttpTestingController;
beforeEach(async () => {
  jest.useFakeTimers();
  TestBed.configureTestingModule({
    providers: [PAGE_SYNC, RackStore, knownSession(), provideHttpClient(), provideHttpClientTesting()],
  });
  store = TestBed.inject(RackStore);
  saving = TestBed.inject(Autosave);
  http = TestBed.inject(HttpTestingController);
  void store.open();
  http.expectOne('/api/rod-stock').flush([entry]);
  await rest(5);
});

afterEach(() => jest.useRealTimers());

test('a change sends the whole entry, so that a switch never loses a note', async () => {
  store.change('ER308L', { onShelf: false });
  expect(store.entry('ER308L')).toEqual({ onShelf: false, diameterMm: known(1.6), note: 'drawer 2' });
  expect(saving.state()).toBe('saving');
  await rest();
  const request = http.expectOne({ method: 'PUT', url: '/api/rod-stock/ER308L' });
  expect(request.request.body).toEqual({ onShelf: false, diameterMm: known(1.6), note: 'drawer 2' });
  request.flush(entry);
  await rest(5);
  expect(saving.state()).toBe('saved');
});

test('what is typed in one go is one change and one step to take back', async () => {
  const history = TestBed.inject(UndoHistory);
  store.change('ER312', { onShelf: true });
  store.change('ER312', { note: 'new' });
  await rest();
  http.expectOne({ method: 'PUT', url: '/api/rod-stock/ER312' }).flush(entry);
  await rest(5);
  expect(history.next()).toBe('the change to ER312');
  history.undo(() => store.document.flush());
  await rest(5);
  const request = http.expectOne({ method: 'PUT', url: '/api/rod-stock/ER312' });
  expect(request.request.body).toEqual({ onShelf: false, diameterMm: NOT_GIVEN, note: '' });
  request.flush(entry);
});
