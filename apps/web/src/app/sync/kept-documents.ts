import { computed, effect, inject, Injectable, signal } from '@angular/core';
import type { IDBPDatabase } from 'idb';
import { forgetReckoned } from '../compute/reckoned-answers';
import { browserDatabase } from './browser-database';
import { whenPutAway } from './put-away';
import { Session } from './session';

const DATABASE = 'variatum kept';
const DOCUMENTS = 'documents';
/** Typing changes a document with every key: it is written down so often at most, ms. */
const KEEP_EVERY_MS = 1000;
/** Documents kept of one workshop; those longest not seen go first. */
const MOST_KEPT = 300;

/** A document as it was last shown here. */
export interface KeptDocument {
  readonly workshop: string;
  readonly name: string;
  /** ms since 1970. */
  readonly at: number;
  readonly value: unknown;
}

/** What was last seen of the workshop, kept in the browser's own database: it is shown when no server answers. */
@Injectable({ providedIn: 'root' })
export class KeptDocuments {
  private readonly session = inject(Session);
  private readonly database = browserDatabase(DATABASE, (database) =>
    database.createObjectStore(DOCUMENTS, { keyPath: ['workshop', 'name'] }),
  );
  private readonly pending = new Map<string, KeptDocument>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly shownState = signal<ReadonlyMap<string, number>>(new Map());
  /** Since when what is shown may have changed, ms since 1970; null while the server answers. */
  readonly shownSince = computed(() => (this.shownState().size === 0 ? null : Math.min(...this.shownState().values())));

  constructor() {
    whenPutAway(() => void this.write());
    // Signed out, wherever that was done: only a tablet, which is the workshop's, goes on keeping.
    effect(() => {
      const now = this.session.now();
      if (now?.state === 'signed-out' && !now.tablet) void this.forget();
    });
  }

  /** Keeps a document as it stands now. */
  put(name: string, value: unknown): void {
    const workshop = this.session.owner()?.workshop;
    if (workshop === undefined) return;
    this.pending.set(name, { workshop, name, at: Date.now(), value });
    this.timer ??= setTimeout(() => void this.write(), KEEP_EVERY_MS);
  }

  /** A document as it was last shown here; undefined: never. */
  async get(name: string): Promise<KeptDocument | undefined> {
    const workshop = this.session.owner()?.workshop;
    if (workshop === undefined) return undefined;
    const pending = this.pending.get(name);
    if (pending) return pending;
    return (await (await this.database)?.get(DOCUMENTS, [workshop, name]).catch(() => undefined)) as
      KeptDocument | undefined;
  }

  /** Says that a kept document is shown since no server answers, or no longer is. */
  setShown(name: string, at: number | null): void {
    if ((this.shownState().get(name) ?? null) === at) return;
    this.shownState.update((all) => {
      const changed = new Map(all);
      if (at === null) changed.delete(name);
      else changed.set(name, at);
      return changed;
    });
  }

  /** Forgets everything: whoever comes next to this browser is none of the workshop's. */
  async forget(): Promise<void> {
    this.pending.clear();
    await (await this.database)?.clear(DOCUMENTS).catch(() => undefined);
    await forgetReckoned();
  }

  private async write(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    const documents = [...this.pending.values()];
    this.pending.clear();
    const database = await this.database;
    if (!database || documents.length === 0) return;
    try {
      const transaction = database.transaction(DOCUMENTS, 'readwrite');
      for (const document of documents) void transaction.store.put(document);
      transaction.commit();
      await transaction.done;
      await this.letOldGo(database);
    } catch {
      // The browser's disk is full: what is kept is a convenience, nothing that was typed hangs on it.
    }
  }

  private async letOldGo(database: IDBPDatabase): Promise<void> {
    if ((await database.count(DOCUMENTS)) <= MOST_KEPT) return;
    const all = (await database.getAll(DOCUMENTS)) as KeptDocument[];
    const old = all.sort((one, other) => other.at - one.at).slice(MOST_KEPT);
    for (const { workshop, name } of old) await database.delete(DOCUMENTS, [workshop, name]);
  }
}
