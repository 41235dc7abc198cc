import 'fake-indexeddb/auto';
import { TestBed } from '@angular/core/testing';
import { OWNER } from '../../testing/known-session';
import { withLocks, type FakeLocks } from '../../testing/fake-locks';
import { isOf, type Operation } from './operation';
import { OperationStore } from './operation-store';
import { PageLife } from './page-life';

const operation = (sequence: number, page: string): Operation => ({
  sequence,
  page,
  key: 'k',
  job: 'j',
  method: 'POST',
  url: `/${sequence}`,
  body: { a: 1 },
});

/** A page of its own over the browser's one database. */
function newPage(): { store: OperationStore; life: PageLife } {
  TestBed.resetTestingModule();
  return { store: TestBed.inject(OperationStore), life: TestBed.inject(PageLife) };
}

let locks: FakeLocks;
beforeEach(() => {
  locks = withLocks();
});
const close = ({ life }: ReturnType<typeof newPage>): void => locks.drop(`variatum page ${life.id}`);
const leave = async (page: ReturnType<typeof newPage>, ...sequences: number[]): Promise<void> => {
  for (const sequence of sequences) await page.store.put(operation(sequence, page.life.id));
};
const urls = (operations: readonly Operation[]): string[] => operations.map(({ url }) => url);

test('what a page leaves behind is taken over in its order, by one page only', async () => {
  const earlier = newPage();
  await leave(earlier, 3, 1, 2);
  await earlier.store.remove(2);
  close(earlier);
  const [later, latest] = [newPage(), newPage()];
  await later.life.known;
  await latest.life.known;
  const both = await Promise.all([later.store.adopt(() => true), latest.store.adopt(() => true)]);
  expect(both.map(({ left }) => urls(left)).sort()).toEqual([[], ['/1', '/3']]);
  expect(both.flatMap(({ left }) => left).every(({ page }) => [later.life.id, latest.life.id].includes(page))).toBe(
    true,
  );
  for (const sequence of [1, 3]) await latest.store.remove(sequence);
});

test('what a living page is about to send is left to it', async () => {
  const living = newPage();
  await leave(living, 7);
  const other = newPage();
  expect((await other.store.adopt(() => true)).left).toEqual([]);
  close(living);
  expect(urls((await other.store.adopt(() => true)).left)).toEqual(['/7']);
  await other.store.remove(7);
});

test('what a page that is just being left has behind it is taken over when it is gone', async () => {
  const left = newPage();
  await leave(left, 8);
  const anew = newPage();
  const adopted = new Promise<readonly Operation[]>((resolve) =>
    anew.life.whenOneGoes(() => void anew.store.adopt(() => true).then(({ left: taken }) => resolve(taken))),
  );
  expect((await anew.store.adopt(() => true)).left).toEqual([]);
  close(left);
  expect(urls(await adopted)).toEqual(['/8']);
  await anew.store.remove(8);
});

test('what cannot be kept is known, so that the page asks before it is closed', async () => {
  const { store, life } = newPage();
  expect(store.durable).toBe(true);
  jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementationOnce(() => {
    throw new DOMException('no room', 'QuotaExceededError');
  });
  await store.put(operation(9, life.id));
  expect(store.durable).toBe(false);
});

test('a page learns of another one that goes', async () => {
  const channels: { onmessage?: (event: { data: unknown }) => void }[] = [];
  class Channel {
    onmessage?: (event: { data: unknown }) => void;
    constructor() {
      channels.push(this);
    }
    addEventListener(_name: string, listener: (event: { data: unknown }) => void): void {
      this.onmessage = listener;
    }
    postMessage(data: unknown): void {
      for (const channel of channels) if (channel !== this) channel.onmessage?.({ data });
    }
  }
  const before = globalThis.BroadcastChannel;
  Object.assign(globalThis, { BroadcastChannel: Channel });
  const gone: string[] = [];
  const [first, second] = [newPage(), newPage()];
  first.life.whenOneGoes(() => gone.push('first hears'));
  second.life.whenOneGoes(() => gone.push('second hears'));
  await Promise.all([first.life.known, second.life.known]);
  close(first);
  for (let turns = 0; turns < 10; turns++) await Promise.resolve();
  expect(gone).toEqual(['second hears']);
  Object.assign(globalThis, { BroadcastChannel: before });
});

test('what somebody typed is sent for nobody else, and waits until that person is back', async () => {
  const [ann, ben] = ['a', 'b'].map((person) => ({ ...OWNER, person }));
  const shared = newPage();
  await shared.store.put({ ...operation(20, shared.life.id), ...ann });
  await shared.store.put({ ...operation(21, shared.life.id), ...OWNER });
  close(shared);
  const later = newPage();
  expect(urls((await later.store.adopt((one) => isOf(one, ben!))).left)).toEqual([]);
  expect(urls((await later.store.adopt((one) => isOf(one, OWNER))).left)).toEqual(['/21']);
  expect(urls((await later.store.adopt((one) => isOf(one, ann!))).left)).toEqual(['/20']);
  for (const sequence of [20, 21]) await later.store.remove(sequence);
});
