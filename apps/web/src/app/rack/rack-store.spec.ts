import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { UndoHistory } from '../sync/undo-history';
import { RackStore } from './rack-store';

/** Lets so much time pass at once: typing rests, what is on its way arrives. */
const rest = (ms = 450): Promise<void> => jest.advanceTimersByTimeAsync(ms);
const entry = { id: 'a', rod: 'ER308L', onShelf: true, diameterMm: 1.6, note: 'drawer 2', version: 1 };

let store: RackStore;
let http: HttpTestingController;
beforeEach(async () => {
  jest.useFakeTimers();
  TestBed.configureTestingModule({
    providers: [UndoHistory, RackStore, provideHttpClient(), provideHttpClientTesting()],
  });
  store = TestBed.inject(RackStore);
  http = TestBed.inject(HttpTestingController);
  await rest(20);
  http.expectOne('/api/rod-stock').flush([entry]);
  await rest(5);
});

afterEach(() => jest.useRealTimers());

test('a change sends the whole entry, so that a switch never loses a note', async () => {
  store.change('ER308L', { onShelf: false });
  expect(store.entry('ER308L')).toEqual({ onShelf: false, diameterMm: 1.6, note: 'drawer 2' });
  expect(store.saved()).toBe(false);
  await rest();
  const request = http.expectOne({ method: 'PUT', url: '/api/rod-stock/ER308L' });
  expect(request.request.body).toEqual({ onShelf: false, diameterMm: 1.6, note: 'drawer 2' });
  request.flush(entry);
  await rest(5);
  expect(store.saved()).toBe(true);
});

test('what is typed in one go is one change and one step to take back', async () => {
  const history = TestBed.inject(UndoHistory);
  store.change('ER312', { onShelf: true });
  store.change('ER312', { note: 'new' });
  await rest();
  http.expectOne({ method: 'PUT', url: '/api/rod-stock/ER312' }).flush(entry);
  await rest(5);
  expect(history.next()).toBe('the change to ER312');
  history.undo(() => store.flush());
  await rest(5);
  const request = http.expectOne({ method: 'PUT', url: '/api/rod-stock/ER312' });
  expect(request.request.body).toEqual({ onShelf: false, diameterMm: null, note: '' });
  request.flush(entry);
});
