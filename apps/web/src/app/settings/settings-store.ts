import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { workshopPatchSchema, type Workshop, type WorkshopPatch } from '@variatum/contracts';
import { filter, firstValueFrom, merge } from 'rxjs';
import { ApiClient } from '../sync/api-client';
import { Autosave } from '../sync/autosave';
import { LiveService } from '../sync/live.service';
import { OperationQueue, type Conflict } from '../sync/operation-queue';
import { requestTo } from '../sync/request-to';
import { RestingChanges } from '../sync/resting-changes';

const KEY = 'workshop';

/** The settings of the workshop, saved like everything else: at once, in order, and side by side where two changed the same. */
@Injectable()
export class SettingsStore {
  private readonly api = inject(ApiClient);
  private readonly queue = inject(OperationQueue);
  private readonly resting = inject(RestingChanges);
  readonly saving = inject(Autosave);

  private readonly shop = signal<Workshop | null>(null);
  readonly workshop = this.shop.asReadonly();
  readonly failed = signal(false);
  /** Errors of what was typed, by field path such as `machines.0.volts`. */
  readonly errors = computed(() => this.saving.fieldErrors()[KEY] ?? {});
  readonly conflicts = computed(() => this.queue.conflicts().filter(({ operation }) => operation.key === KEY));

  constructor() {
    this.saving.mine = ({ key }) => key === KEY;
    void this.load();
    this.queue.outcomes.pipe(takeUntilDestroyed()).subscribe((outcome) => {
      const version = 'answer' in outcome ? (outcome.answer as { version?: number } | null)?.version : undefined;
      if (outcome.operation.key !== KEY || version === undefined) return;
      this.shop.update((shop) => shop && { ...shop, version });
    });
    const live = inject(LiveService);
    merge(
      live.changes.pipe(
        filter(({ kind, id, version }) => kind === 'workshop' && (this.queue.versionOf(id) ?? 0) < version),
      ),
      live.opened,
    )
      .pipe(takeUntilDestroyed())
      .subscribe(() => void this.load());
  }

  /** Reads the settings, once nothing typed here is on its way. */
  async load(): Promise<void> {
    this.failed.set(false);
    try {
      await this.queue.ready;
      await this.queue.idle();
      const shop = await firstValueFrom(this.api.ask('GET /workshop'));
      if (this.saving.resting || this.queue.unsent()) return;
      this.queue.knowVersion(shop.id, shop.version);
      // What was typed and cannot be taken yet stands where it was typed.
      this.shop.set({ ...shop, ...this.resting.unsent(KEY) });
    } catch {
      this.failed.set(this.shop() === null);
    }
  }

  change(changes: Omit<WorkshopPatch, 'version'>): void {
    const shop = this.shop();
    if (!shop) return;
    this.shop.set({ ...shop, ...changes } as Workshop);
    this.resting.rest({
      key: KEY,
      job: '',
      changes,
      before: shop as unknown as Record<string, unknown>,
      schema: workshopPatchSchema,
      operation: requestTo('PATCH /workshop'),
      id: shop.id,
      version: shop.version,
      words: 'the change to the settings',
      undo: (before) => this.change(before as Omit<WorkshopPatch, 'version'>),
    });
  }

  flush(): void {
    this.resting.flush();
  }

  decideConflict(conflict: Conflict, keepMine: boolean): void {
    this.queue.settle(conflict, keepMine);
    void this.load();
  }
}
