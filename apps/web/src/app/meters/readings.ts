import { inject, Injectable, signal } from '@angular/core';
import type { Reading } from '@variatum/contracts';
import { firstValueFrom } from 'rxjs';
import { SteadyClock } from '../kit/steady-clock';
import { ApiClient } from '../sync';
import { LiveService } from '../sync/live.service';

/** A reading as pages reckon with it. */
export interface SeenReading {
  /** When it was shown, on the clock of this device: meters and server may go by others. */
  readonly atMs: number;
  /** When it came here, on the clock that is never set; null: it was read from the record. */
  readonly heardMs: number | null;
  /** In the unit of its meter; null: nothing came, or it was an analysis. */
  readonly value: number | null;
  readonly composition?: Reading['composition'];
}
/** With its moment by the meter's own clock, which names it. */
type Kept = SeenReading & { readonly meterMs: number };

/** So many readings of a meter are kept in the page: an hour at a reading a second. */
const MOST = 4000;
/** What a clock seems to be off by this much, the way a reading takes accounts for, ms. */
const SAME_CLOCK_MS = 2000;

/** What meters show: what was kept of the open job, and from then on what comes in. */
@Injectable({ providedIn: 'root' })
export class Readings {
  private readonly api = inject(ApiClient);
  private readonly steady = inject(SteadyClock);
  /** Readings of each meter: those of the record in their order, then as they came. */
  private readonly byMeter = signal<ReadonlyMap<string, readonly Kept[]>>(new Map());
  /** How far this device's clock is ahead of a meter's, ms. */
  private readonly ahead = new Map<string, number>();

  constructor() {
    inject(LiveService).readings.subscribe((readings) => this.hear(readings));
  }

  /** Readings of a meter, oldest first. */
  of(meter: string | undefined): readonly SeenReading[] {
    return (meter === undefined ? undefined : this.byMeter().get(meter)) ?? [];
  }

  /** Reads what was kept at a job. What comes in meanwhile stays. */
  async readJob(id: string): Promise<void> {
    try {
      const { readings, now } = await firstValueFrom(this.api.ask('GET /jobs/:id/readings', { path: { id } }));
      const aheadOfServer = now === undefined ? 0 : Date.now() - Date.parse(now);
      this.remember(readings, aheadOfServer);
    } catch {
      // Without a server there are none; the next that comes in is shown.
    }
  }

  private hear(readings: readonly Reading[]): void {
    const [wallMs, heardMs] = [Date.now(), this.steady.read()];
    const next = new Map(this.byMeter());
    for (const { meter, at, value, composition } of readings) {
      const meterMs = Date.parse(at);
      const known = next.get(meter) ?? [];
      // Told twice, as when a page takes the stream over from another one.
      if (known.slice(-3).some((one) => one.heardMs !== null && one.meterMs === meterMs)) continue;
      const seems = wallMs - meterMs;
      const before = this.ahead.get(meter);
      if (before === undefined || Math.abs(seems - before) > SAME_CLOCK_MS) this.ahead.set(meter, seems);
      const atMs = meterMs + (this.ahead.get(meter) ?? 0);
      const one: Kept = { meterMs, atMs, heardMs, value, ...(composition ? { composition } : {}) };
      next.set(meter, [...known, one].slice(-MOST));
    }
    this.byMeter.set(next);
  }

  private remember(readings: readonly Reading[], aheadOfServer: number): void {
    const next = new Map(this.byMeter());
    const heard = new Map([...next].map(([meter, list]) => [meter, new Set(list.map(({ meterMs }) => meterMs))]));
    for (const { meter, at, value, composition } of readings) {
      const meterMs = Date.parse(at);
      if (heard.get(meter)?.has(meterMs)) continue;
      const atMs = meterMs + (this.ahead.get(meter) ?? aheadOfServer);
      const one: Kept = { meterMs, atMs, heardMs: null, value, ...(composition ? { composition } : {}) };
      next.set(meter, [...(next.get(meter) ?? []), one]);
    }
    for (const [meter, list] of next) next.set(meter, inOrder(list).slice(-MOST));
    this.byMeter.set(next);
  }
}

/** Those of the record by their moments, with what came in at its place; what came in stays as it came. */
function inOrder(list: readonly Kept[]): readonly Kept[] {
  const ofRecord = list.filter(({ heardMs }) => heardMs === null).sort((one, other) => one.atMs - other.atMs);
  const came = list.filter(({ heardMs }) => heardMs !== null);
  const from = came[0]?.atMs ?? Infinity;
  const later = ofRecord.filter(({ atMs }) => atMs >= from);
  // What the record has and this page missed lies between: then the moments decide.
  const rest = later.length === 0 ? came : [...came, ...later].sort((one, other) => one.atMs - other.atMs);
  return [...ofRecord.filter(({ atMs }) => atMs < from), ...rest];
}
