import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { RodStock } from '@variatum/contracts';
import { filter, firstValueFrom, merge } from 'rxjs';
import { ApiClient } from '../sync/api-client';
import type { SaveState } from '../sync/autosave';
import { LiveService } from '../sync/live.service';
import { OperationQueue } from '../sync/operation-queue';
import { whenPutAway } from '../sync/put-away';
import { requestTo } from '../sync/request-to';
import { UndoHistory } from '../sync/undo-history';

/** What is known of a rod on the shelf. */
export type ShelfEntry = Pick<RodStock, 'onShelf' | 'diameterMm' | 'note'>;

const EMPTY: ShelfEntry = { onShelf: false, diameterMm: null, note: '' };
const REST_MS = 400;

/** The shelf of the workshop: shown at once, sent in order even after a lost connection, taken back step by step. */
@Injectable()
export class RackStore {
  private readonly api = inject(ApiClient);
  private readonly queue = inject(OperationQueue);
  private readonly history = inject(UndoHistory);
  private readonly shelf = signal<Readonly<Record<string, ShelfEntry>>>({});
  private readonly resting = new Map<string, { timer: ReturnType<typeof setTimeout>; before: ShelfEntry }>();
  private readonly restingCount = signal(0);

  /** Why the shelf cannot be shown; empty when it can. */
  readonly failure = signal('');
  readonly saved = computed(() => !this.queue.unsent() && this.restingCount() === 0);
  /** Where saving stands, and how many entries have not arrived. */
  readonly state = computed<SaveState>(() => this.queue.held() ?? (this.saved() ? 'saved' : 'saving'));
  readonly waiting = computed(() => this.queue.waiting().length + this.restingCount());

  constructor() {
    void this.load();
    const live = inject(LiveService);
    merge(live.changes.pipe(filter(({ kind }) => kind === 'rod_stock')), live.opened)
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.load());
    this.queue.outcomes
      .pipe(
        filter((outcome) => 'problem' in outcome && outcome.operation.key.startsWith('rod ')),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.load());
    whenPutAway(() => this.flush());
    inject(DestroyRef).onDestroy(() => this.flush());
  }

  entry(rod: string): ShelfEntry {
    return this.shelf()[rod] ?? EMPTY;
  }

  change(rod: string, changes: Partial<ShelfEntry>): void {
    const before = this.resting.get(rod)?.before ?? this.entry(rod);
    this.shelf.update((shelf) => ({ ...shelf, [rod]: { ...this.entry(rod), ...changes } }));
    clearTimeout(this.resting.get(rod)?.timer);
    this.resting.set(rod, { before, timer: setTimeout(() => this.send(rod), REST_MS) });
    this.restingCount.set(this.resting.size);
  }

  /** Sends what is still resting. */
  flush(): void {
    for (const rod of [...this.resting.keys()]) this.send(rod);
  }

  private send(rod: string): void {
    const rest = this.resting.get(rod);
    if (!rest) return;
    clearTimeout(rest.timer);
    this.resting.delete(rod);
    this.restingCount.set(this.resting.size);
    this.queue.enqueue({
      key: `rod ${rod}`,
      job: '',
      ...requestTo('PUT /rod-stock/:rod', { rod }),
      body: { ...this.entry(rod) },
    });
    this.history.push(`the change to ${rod}`, () => this.change(rod, rest.before));
  }

  private async load(): Promise<void> {
    try {
      await this.queue.ready;
      await this.queue.idle();
      const stock = await firstValueFrom(this.api.ask('GET /rod-stock'));
      if (!this.saved()) return;
      this.failure.set('');
      this.shelf.set(
        Object.fromEntries(stock.map(({ rod, onShelf, diameterMm, note }) => [rod, { onShelf, diameterMm, note }])),
      );
    } catch {
      this.failure.set('The rack cannot be read: the server does not answer.');
    }
  }
}
