import { inject, Injectable, signal } from '@angular/core';
import type { Meter, MeterKind, MeterUse, MeterWithKey } from '@variatum/contracts';
import { filter, firstValueFrom, merge } from 'rxjs';
import { ApiClient } from '../sync';
import { LiveService } from '../sync/live.service';

/** Meters of the workshop. A meter is there or it is not: nothing of it waits for a server. */
@Injectable({ providedIn: 'root' })
export class MeterStore {
  private readonly api = inject(ApiClient);
  private readonly list = signal<readonly Meter[]>([]);
  /** Those that are in use in the workshop, by name. */
  readonly meters = this.list.asReadonly();
  private asked = false;
  private readonly answered = signal(false);
  /** Whether a server has said which there are. */
  readonly isRead = this.answered.asReadonly();

  constructor() {
    const { changes, opened } = inject(LiveService);
    merge(opened, changes.pipe(filter(({ kind }) => kind === 'meter'))).subscribe(() => {
      if (this.asked) void this.read();
    });
  }

  /** Reads them, and from then on follows what changes. */
  async read(): Promise<void> {
    this.asked = true;
    try {
      const meters = await firstValueFrom(this.api.ask('GET /meters'));
      this.list.set(meters.filter(({ withdrawnAt }) => withdrawnAt === null));
      this.answered.set(true);
    } catch {
      // Without a server there are no readings either; the stream says when there is one again.
    }
  }

  async add(kind: MeterKind, name: string, lagS: number | null): Promise<MeterWithKey> {
    const made = await firstValueFrom(this.api.ask('POST /meters', { body: { kind, name, lagS } }));
    await this.read();
    return made;
  }

  /** Points a meter at something, or at nothing. */
  async use({ id, version }: Meter, use: MeterUse | null): Promise<void> {
    try {
      await firstValueFrom(this.api.ask('PATCH /meters/:id', { path: { id }, body: { version, use } }));
    } finally {
      await this.read();
    }
  }

  async newKey({ id }: Meter): Promise<MeterWithKey> {
    const made = await firstValueFrom(this.api.ask('POST /meters/:id/key', { path: { id }, body: {} }));
    await this.read();
    return made;
  }

  async takeAway({ id, version }: Meter): Promise<void> {
    try {
      await firstValueFrom(this.api.ask('POST /meters/:id/withdraw', { path: { id }, body: { version } }));
    } finally {
      await this.read();
    }
  }
}
