import { pageStore } from '../../testing/page-store';
import { known, NOT_GIVEN } from '@variatum/metallurgy';
import { RackStore } from './rack-store';

/** Lets so much time pass at once: typing rests, what is on its way arrives. */
const rest = (ms = 450): Promise<void> => jest.advanceTimersByTimeAsync(ms);
const entry = { id: 'a', rod: 'ER308L', inStock: true, diameterMm: known(1.6), note: 'drawer 2', version: 1 };

let page: ReturnType<typeof pageStore<RackStore>>;
beforeEach(async () => {
  jest.useFakeTimers();
  page = pageStore(RackStore);
  void page.store.open();
  page.http.expectOne('/api/rod-stock').flush([entry]);
  await rest(5);
});

afterEach(() => jest.useRealTimers());

test('a change sends the whole entry, so that a switch never loses a note', async () => {
  page.store.change('ER308L', { inStock: false });
  expect(page.store.entry('ER308L')).toEqual({ inStock: false, diameterMm: known(1.6), note: 'drawer 2' });
  expect(page.saving.state()).toBe('saving');
  await rest();
  const request = page.http.expectOne({ method: 'PUT', url: '/api/rod-stock/ER308L' });
  expect(request.request.body).toEqual({ inStock: false, diameterMm: known(1.6), note: 'drawer 2' });
  request.flush(entry);
  await rest(5);
  expect(page.saving.state()).toBe('saved');
});

test('what is typed in one go is one change and one step to take back', async () => {
  page.store.change('ER312', { inStock: true });
  page.store.change('ER312', { note: 'new' });
  await rest();
  page.http.expectOne({ method: 'PUT', url: '/api/rod-stock/ER312' }).flush(entry);
  await rest(5);
  expect(page.history.next()).toBe('the change to ER312');
  page.history.undo(() => page.store.document.flush());
  await rest(5);
  const request = page.http.expectOne({ method: 'PUT', url: '/api/rod-stock/ER312' });
  expect(request.request.body).toEqual({ inStock: false, diameterMm: NOT_GIVEN, note: '' });
  request.flush(entry);
});
