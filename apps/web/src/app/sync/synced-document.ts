import { computed, DestroyRef, effect, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { Change } from '@variatum/contracts';
import { auditTime, filter, map, merge, tap } from 'rxjs';
import { Autosave } from './autosave';
import type { Waiting } from './delivery';
import { KeptDocuments } from './kept-documents';
import { LiveService } from './live.service';
import type { NewOperation, Operation } from './operation';
import { type Conflict, OperationQueue, type Outcome } from './operation-queue';
import { type RestingChange, RestingChanges } from './resting-changes';
import { UndoHistory } from './undo-history';
import { untilAnswered } from './until-answered';

/** Changes of others come in bursts, and may come without end: they are gathered, not waited out. */
const REFRESH_MS = 150;

/** One thing in a document that is changed by itself. */
export interface Part {
  /** Identifier its version is known by. */
  readonly id: string;
  /** The thing as it stands. Without a version its last change counts, whoever made it. */
  readonly fields: { readonly version?: number; readonly [field: string]: unknown };
}

/** What a document is made of. */
export interface DocumentKind<Value extends object> {
  /** What it is kept as in the browser, together with its identifier. */
  readonly name: string;
  /** Asks the server for it. */
  read(id: string): Promise<Value>;
  /** A document an older program kept on this device, with what it does not know; left out: there is none such. */
  complete?(kept: Value): Value;
  /** Version of everything in it, by identifier. */
  versions(value: Value): Iterable<readonly [id: string, version: number]>;
  /** One of its things by the key of its changes; undefined when it is not in it. */
  part(value: Value, key: string): Part | undefined;
  /** The document with fields of one of its things changed. */
  withPart(value: Value, key: string, fields: object): Value;
  /** Whether a key of changes is one of its own, in it or not. */
  owns(key: string): boolean;
  /** Whether a change somebody made is one of it. */
  concerns(change: Change, id: string): boolean;
}

/** A change to one thing in a document. */
export type PartChange = Pick<RestingChange, 'key' | 'changes' | 'words' | 'schema' | 'check' | 'operation'>;

/** Where reading a document stands. */
export type Reading = 'reading' | 'unanswered' | 'missing' | 'there';

/**
 * A document of the server shown on this page. A change shows at once, is checked by the schema the server checks it
 * with, waits in the line until it has arrived, and can be taken back; what others change appears by itself, and what
 * this page changed is not read anew when it is told back. To be made where dependencies are injected; it ends with its
 * owner.
 */
export class SyncedDocument<Value extends object> {
  private readonly queue = inject(OperationQueue);
  private readonly resting = inject(RestingChanges);
  private readonly saving = inject(Autosave);
  private readonly history = inject(UndoHistory);
  private readonly kept = inject(KeptDocuments);
  private readonly valueState = signal<Value | null>(null);
  private readonly readingState = signal<Reading>('reading');
  /** Which document is open or being opened; undefined before any is. */
  private id: string | undefined;
  /** Versions as they were read, by identifier. */
  private readonly known = new Map<string, number>();
  /** What was told of it since; null stands for whatever was missed. */
  private readonly told = new Set<Change | null>();
  private refreshing = false;
  private refreshAgain = false;
  private left = false;
  /** How often a document was opened: only the last opening counts. */
  private openings = 0;
  /** Operations of this document that have been answered. */
  private settled = 0;

  /** The document as it is shown; null until it has been read. */
  readonly value = this.valueState.asReadonly();
  readonly reading = this.readingState.asReadonly();
  /** Fields of this document that somebody else changed too. */
  readonly conflicts = computed<readonly Conflict[]>(() =>
    this.queue.conflicts().filter(({ operation }) => this.isOf(operation)),
  );

  constructor(private readonly kind: DocumentKind<Value>) {
    inject(DestroyRef).onDestroy(() => {
      this.left = true;
      this.kept.setShown(this.keptName, null);
    });
    // As it stands, with what was typed and has not arrived: a page without a server goes on from there.
    effect(() => {
      const value = this.valueState();
      if (value) this.kept.put(this.keptName, value);
    });
    // A refused change stands at its field; what could not be made or withdrawn has none.
    this.saving.show((operation) => this.isOf(operation) && operation.typed === true);
    this.queue.outcomes.pipe(takeUntilDestroyed()).subscribe((outcome) => this.settle(outcome));
    const live = inject(LiveService);
    const changes = live.changes.pipe(filter((change) => this.id !== undefined && this.kind.concerns(change, this.id)));
    merge(changes, live.opened.pipe(map(() => null)))
      .pipe(
        tap((change) => this.told.add(change)),
        auditTime(REFRESH_MS),
        takeUntilDestroyed(),
      )
      .subscribe(() => void this.refreshForNews());
  }

  /** Reads a document; while the server cannot answer it is asked again and again. */
  async open(id: string): Promise<void> {
    this.id = id;
    this.refreshAgain = false;
    this.told.clear();
    this.valueState.set(null);
    this.readingState.set('reading');
    const opening = ++this.openings;
    const wanted = (): boolean => this.openings === opening && !this.left;
    const value = await untilAnswered(
      () => this.kind.read(id),
      wanted,
      (why) => void this.waits(why, wanted),
    );
    if (!wanted()) return;
    this.kept.setShown(this.keptName, null);
    // What is shown already may hold what has not arrived yet: it is read anew after that.
    if (value && this.value()) {
      void this.refresh();
      return;
    }
    this.readingState.set(value ? 'there' : 'missing');
    if (!value) return;
    this.take(value);
    // Something was told of it while it was being read.
    if (this.refreshAgain) void this.refresh();
    // What an earlier page could not send changes what was just read.
    await this.queue.ready;
    if (this.queue.waiting().some((operation) => this.isOf(operation)))
      void this.queue.idle().then(() => this.refresh());
  }

  private get keptName(): string {
    return `${this.kind.name} ${this.id ?? ''}`;
  }

  /** While no server answers it is shown as it was last seen here; nobody who is refused is shown anything. */
  private async waits(why: Waiting, wanted: () => boolean): Promise<void> {
    if (this.value()) return;
    this.readingState.set('unanswered');
    if (why !== 'unreachable') return;
    const document = await this.kept.get(this.keptName);
    if (!document || !wanted() || this.value()) return;
    this.kept.setShown(this.keptName, document.at);
    // Kept by a page of this very kind.
    const kept = document.value as Value;
    this.take(this.kind.complete?.(kept) ?? kept);
    this.readingState.set('there');
  }

  /** Reads it anew, once nothing typed here is on its way; while the server cannot answer it is asked again. */
  async refresh(): Promise<void> {
    const { id } = this;
    if (id === undefined || !this.value() || this.refreshing) {
      // What is being read may be older than what asks for this.
      this.refreshAgain = true;
      return;
    }
    this.refreshing = true;
    this.refreshAgain = false;
    await this.queue.idle();
    const { settled, openings } = this;
    const value = await untilAnswered(
      () => this.kind.read(id),
      () => !this.left && this.openings === openings,
    );
    this.refreshing = false;
    // Something was typed while the answer was on its way, and may even have arrived before it: it is shown, and what
    // others changed is read after it.
    const typed = this.saving.resting || this.queue.unsent() || this.settled !== settled;
    if (value && !typed) this.take(value);
    if ((value && typed) || this.refreshAgain) setTimeout(() => void this.refresh(), REFRESH_MS);
  }

  /** Reads it anew unless all that was told of it is known here: the changes of this page are told back to it. */
  private async refreshForNews(): Promise<void> {
    await this.queue.idle();
    const news = [...this.told].some(
      (change) =>
        change === null ||
        ((this.known.get(change.id) ?? 0) < change.version && !this.queue.madeHere(change.id, change.version)),
    );
    this.told.clear();
    if (news) await this.refresh();
  }

  private take(value: Value): void {
    for (const [id, version] of this.kind.versions(value)) {
      this.queue.knowVersion(id, version);
      this.known.set(id, version);
    }
    // What was typed and cannot be taken yet stands where it was typed.
    this.valueState.set(
      this.resting
        .keys()
        .filter((key) => this.kind.part(value, key) !== undefined)
        .reduce((changed, key) => this.kind.withPart(changed, key, this.resting.unsent(key)), value),
    );
  }

  private isOf({ job, key }: Operation): boolean {
    return job === this.id && this.kind.owns(key);
  }

  /** Takes over what the server answered, or takes back what it refused. */
  private settle(outcome: Outcome): void {
    const { operation } = outcome;
    if (!this.value() || !this.isOf(operation)) return;
    this.settled++;
    if ('problem' in outcome) {
      if (!outcome.shown) void this.refresh();
      return;
    }
    const version = (outcome.answer as { version?: number } | null)?.version;
    if (version !== undefined) this.showPart(operation.key, { version });
  }

  /** Settles a field two people changed. */
  decideConflict(conflict: Conflict, keepMine: boolean): void {
    this.queue.settle(conflict, keepMine);
    void this.refresh();
  }

  /** Shows the document as changed; nothing is sent. */
  show(change: (value: Value) => Value): void {
    this.valueState.update((value) => value && change(value));
  }

  /** Shows fields of one of its things as changed; nothing is sent. */
  showPart(key: string, fields: object): void {
    this.show((value) => (this.kind.part(value, key) ? this.kind.withPart(value, key, fields) : value));
  }

  /** Shows a change and sends it when typing rests. */
  change(change: PartChange): void {
    const value = this.value();
    const part = value && this.kind.part(value, change.key);
    if (!value || !part) return;
    this.valueState.set(this.kind.withPart(value, change.key, change.changes));
    this.resting.rest({
      ...change,
      job: this.id ?? '',
      before: part.fields,
      ...(part.fields.version === undefined ? {} : { versioned: { id: part.id, version: part.fields.version } }),
      undo: (before) => this.change({ ...change, changes: before }),
    });
  }

  /** Shows a thing as withdrawn or brought back, and sends that. @param name for the step to take back */
  setWithdrawn(
    key: string,
    withdrawn: boolean,
    name: string,
    operation: Pick<NewOperation, 'method' | 'url'>,
    undo: () => void,
  ): void {
    this.flush();
    const value = this.value();
    const part = value && this.kind.part(value, key);
    if (part?.fields.version === undefined) return;
    const { version } = part.fields;
    this.showPart(key, { withdrawnAt: withdrawn ? new Date().toISOString() : null });
    const body = { key, ...operation, body: {}, versioned: { id: part.id, version, base: {}, withdrawn } };
    this.send(body, `${withdrawn ? 'taking off' : 'bringing back'} ${name}`, undo);
  }

  /**
   * Sends an operation of this document, whose effect is shown by whoever sends it.
   * @param words for the step to take back; null for one that is none
   */
  send(operation: Omit<NewOperation, 'job'>, words: string | null, undo: () => void = () => undefined): void {
    this.queue.enqueue({ ...operation, job: this.id ?? '' });
    if (words !== null) this.history.push(words, undo);
  }

  /** Sends what is still resting. */
  flush(): void {
    this.resting.flush();
  }

  /** Errors of a change, by field path. */
  errorsOf(key: string): Readonly<Record<string, string>> {
    return this.saving.fieldErrors()[key] ?? {};
  }
}
