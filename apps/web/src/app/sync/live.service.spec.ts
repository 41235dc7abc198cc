import { TestBed } from '@angular/core/testing';
import type { Change } from '@variatum/contracts';
import { withLocks, type FakeLocks } from '../../testing/fake-locks';
import { LiveService } from './live.service';

const change: Change = {
  workshop: '00000000-0000-4000-8000-000000000001',
  kind: 'job',
  id: '00000000-0000-4000-8000-000000000002',
  job: '00000000-0000-4000-8000-000000000002',
  version: 3,
};

/** A stream the test speaks for. */
class Stream {
  static readonly CLOSED = 2;
  static readonly all: Stream[] = [];
  readyState = 1;
  onopen?: () => void;
  onmessage?: (event: { data: string }) => void;
  onerror?: () => void;
  constructor(readonly address: string) {
    Stream.all.push(this);
  }
  addEventListener(): void {
    // Signs of life are not looked at here.
  }
  close(): void {
    this.readyState = Stream.CLOSED;
  }
  static get open(): Stream[] {
    return Stream.all.filter(({ readyState }) => readyState !== Stream.CLOSED);
  }
}

/** Channels of one browser. */
class Channel {
  private static readonly all = new Set<Channel>();
  onmessage: ((event: { data: unknown }) => void) | null = null;
  constructor() {
    Channel.all.add(this);
  }
  postMessage(data: unknown): void {
    for (const other of Channel.all) if (other !== this) other.onmessage?.({ data });
  }
  close(): void {
    Channel.all.delete(this);
  }
}

interface Page {
  readonly changes: Change[];
  opened: number;
  leave(): void;
}

let locks: FakeLocks;
beforeEach(() => {
  jest.useFakeTimers();
  Stream.all.length = 0;
  locks = withLocks();
  Object.assign(globalThis, { EventSource: Stream, BroadcastChannel: Channel });
});
afterEach(() => jest.useRealTimers());

function newPage(): Page {
  TestBed.resetTestingModule();
  const live = TestBed.inject(LiveService);
  const page: Page = { changes: [], opened: 0, leave: () => subscriptions.forEach((one) => one.unsubscribe()) };
  const subscriptions = [
    live.changes.subscribe((heard) => page.changes.push(heard)),
    live.opened.subscribe(() => page.opened++),
  ];
  return page;
}
const settle = (milliseconds = 5): Promise<void> => jest.advanceTimersByTimeAsync(milliseconds);

test('seven pages share one stream, and each hears everything', async () => {
  const pages = Array.from({ length: 7 }, newPage);
  await settle();
  expect(Stream.open).toHaveLength(1);
  Stream.open[0]?.onopen?.();
  Stream.open[0]?.onmessage?.({ data: JSON.stringify(change) });
  await settle();
  expect(pages.map(({ opened, changes }) => [opened, changes])).toEqual(pages.map(() => [1, [change]]));
  pages.forEach(({ leave }) => leave());
  await settle();
  expect(Stream.open).toHaveLength(0);
});

test('when the page that listens is left, another one listens', async () => {
  const [first, second] = [newPage(), newPage()];
  await settle();
  const [stream] = Stream.open;
  first.leave();
  await settle();
  expect(stream?.readyState).toBe(Stream.CLOSED);
  expect(Stream.open).toHaveLength(1);
  Stream.open[0]?.onopen?.();
  expect(second.opened).toBe(1);
  second.leave();
});

test('a stream that was refused is asked for again', async () => {
  const page = newPage();
  await settle();
  const [refused] = Stream.open;
  refused?.close();
  refused?.onerror?.();
  await settle(2000);
  expect(Stream.open).toHaveLength(1);
  page.leave();
});

test('a page that listens and says nothing any more is replaced by one that is seen', async () => {
  const [asleep, seen] = [newPage(), newPage()];
  await settle();
  const [silent] = Stream.open;
  await settle(70_000);
  expect(Stream.open).toHaveLength(1);
  expect(Stream.open[0]).not.toBe(silent);
  Stream.open[0]?.onopen?.();
  expect([asleep.opened, seen.opened]).toEqual([1, 1]);
  [asleep, seen].forEach(({ leave }) => leave());
  expect(locks).toBeDefined();
});

test('where pages cannot agree each listens by itself', async () => {
  Object.defineProperty(navigator, 'locks', { value: undefined, configurable: true });
  const pages = [newPage(), newPage()];
  await settle();
  expect(Stream.open).toHaveLength(2);
  pages.forEach(({ leave }) => leave());
});
