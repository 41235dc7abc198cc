import { pageStore } from '../../testing/page-store';
import { TestBed } from '@angular/core/testing';
import { aWorkshop } from '../../testing/job-fixture';
import { editedList, type EditedList } from './edited-list';
import { WorkshopStore } from './workshop-store';

const machine = {
  id: '00000000-0000-4000-8000-0000000000a1',
  name: 'Bench',
  processes: ['gtaw' as const],
  kind: 'inverter' as const,
  volts: 230,
  amperes: 16,
  phases: 1 as const,
  mostAmperes: null,
};
/** Lets so much time pass at once: typing rests, what is on its way arrives. */
const rest = (ms = 450): Promise<void> => jest.advanceTimersByTimeAsync(ms);

let page: ReturnType<typeof pageStore<WorkshopStore>>;
let machines: EditedList<'machines'>;
beforeEach(async () => {
  jest.useFakeTimers();
  page = pageStore(WorkshopStore);
  machines = TestBed.runInInjectionContext(() => editedList('machines'));
  void page.store.open();
  page.http.expectOne('/api/workshop').flush(aWorkshop({ version: 7, machines: [machine] }));
  await rest(5);
});

afterEach(() => jest.useRealTimers());

test('a change shows at once and is sent when typing rests, upon the version that was read', async () => {
  page.store.change({ name: 'D' });
  page.store.change({ name: 'Depot north', lengthUnit: 'in' });
  expect(page.store.workshop()).toMatchObject({ name: 'Depot north', lengthUnit: 'in' });
  page.http.expectNone('/api/workshop');
  await rest();
  const request = page.http.expectOne({ method: 'PATCH', url: '/api/workshop' });
  expect(request.request.body).toEqual({ name: 'Depot north', lengthUnit: 'in', version: 7 });
  request.flush(aWorkshop({ version: 8 }));
  await rest(5);
  expect(page.store.workshop()?.version).toBe(8);
  expect(page.saving.state()).toBe('saved');
});

test('a fault in a list is named by its place, kept, and holds only its own list back', async () => {
  machines.entries()[0]?.change({ volts: Number.NaN, amperes: 1 });
  page.store.change({ flowUnit: 'cfh' });
  expect(Object.keys(page.store.errors())).toEqual(['machines.0.volts', 'machines.0.amperes']);
  expect(machines.entries()[0]?.of.amperes.error).toMatch(/3 to 200/);
  await rest();
  const request = page.http.expectOne({ method: 'PATCH', url: '/api/workshop' });
  expect(request.request.body).toEqual({ flowUnit: 'cfh', version: 7 });
  request.flush(aWorkshop({ version: 8 }));
  await rest(5);
  expect(page.saving.state()).toBe('refused');
  expect(page.store.workshop()?.machines[0]?.amperes).toBe(1);
  machines.entries()[0]?.change({ volts: 400, amperes: 32 });
  await rest();
  const mended = page.http.expectOne({ method: 'PATCH', url: '/api/workshop' });
  expect(mended.request.body.machines).toMatchObject([{ volts: 400, amperes: 32 }]);
  mended.flush(aWorkshop({ version: 9 }));
  await rest(5);
  expect(page.store.errors()).toEqual({});
});

test('what two changed is shown side by side; what only the other changed is left alone', async () => {
  page.store.change({ name: 'Mine', temperatureUnit: '°F' });
  await rest();
  page.http
    .expectOne({ method: 'PATCH', url: '/api/workshop' })
    .flush(
      { type: 'about:blank', title: 'Changed', status: 409, current: aWorkshop({ name: 'Theirs', version: 9 }) },
      { status: 409, statusText: 'Conflict' },
    );
  await rest(5);
  const again = page.http.expectOne({ method: 'PATCH', url: '/api/workshop' });
  expect(again.request.body).toEqual({ temperatureUnit: '°F', version: 9 });
  again.flush(aWorkshop({ name: 'Theirs', temperatureUnit: '°F', version: 10 }));
  await rest(5);
  expect(page.store.document.conflicts()).toMatchObject([{ field: 'name', mine: 'Mine', theirs: 'Theirs' }]);
});

test('taking back sends what stood before', async () => {
  machines.entries()[0]?.remove();
  await rest();
  page.http.expectOne({ method: 'PATCH', url: '/api/workshop' }).flush(aWorkshop({ version: 8 }));
  await rest(5);
  page.history.undo(() => page.store.document.flush());
  await rest(5);
  const request = page.http.expectOne({ method: 'PATCH', url: '/api/workshop' });
  expect(request.request.body).toMatchObject({ machines: [{ name: 'Bench' }], version: 8 });
  request.flush(aWorkshop({ version: 9, machines: [machine] }));
});

test('an entry is added behind the others', () => {
  const before = page.store.workshop()?.machines;
  machines.add({ ...machine, name: 'Second' });
  expect(machines.entries().map(({ entry }) => entry.name)).toEqual(['Bench', 'Second']);
  expect(before).toHaveLength(1);
});
