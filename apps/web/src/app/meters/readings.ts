import { inject, Injectable, signal } from '@angular/core';
import type { Reading } from '@variatum/contracts';
import { firstValueFrom } from 'rxjs';
import { ApiClient } from '../sync';
import { LiveService } from '../sync/live.service';

/** A reading as pages reckon with it. */
export interface SeenReading {
  readonly atMs: number;
  /** In the unit of its meter; null: nothing came, or it was an analysis. */
  readonly value: number | null;
  readonly composition?: Reading['composition'];
}

/** So many readings of a meter are kept in the page: an hour at a reading a second. */
const MOST = 4000;

const seenOf = ({ at, value, composition }: Omit<Reading, 'meter'>): SeenReading => ({
  atMs: Date.parse(at),
  value,
  ...(composition ? { composition } : {}),
});

/** What meters show: what was kept of the open job, and from then on what comes in. */
@Injectable({ providedIn: 'root' })
export class Readings {
  private readonly api = inject(ApiClient);
  /** Readings of each meter, in the order of their moments. */
  private readonly byMeter = signal<ReadonlyMap<string, readonly SeenReading[]>>(new Map());

  constructor() {
    inject(LiveService).readings.subscribe((readings) => this.take(readings));
  }

  /** Readings of a meter. */
  of(meter: string | undefined): readonly SeenReading[] {
    return (meter === undefined ? undefined : this.byMeter().get(meter)) ?? [];
  }

  /** Reads what was kept at a job. What comes in meanwhile stays. */
  async readJob(id: string): Promise<void> {
    try {
      const { readings } = await firstValueFrom(this.api.ask('GET /jobs/:id/readings', { path: { id } }));
      this.take(readings);
    } catch {
      // Without a server there are none; the next that comes in is shown.
    }
  }

  private take(readings: readonly Reading[]): void {
    const coming = new Map<string, SeenReading[]>();
    for (const { meter, ...reading } of readings) {
      const own = coming.get(meter);
      if (own) own.push(seenOf(reading));
      else coming.set(meter, [seenOf(reading)]);
    }
    const next = new Map(this.byMeter());
    for (const [meter, fresh] of coming) next.set(meter, joined(next.get(meter) ?? [], fresh).slice(-MOST));
    this.byMeter.set(next);
  }
}

/** Two rows of readings as one, each moment once; nearly always the second follows the first. */
function joined(known: readonly SeenReading[], fresh: readonly SeenReading[]): readonly SeenReading[] {
  const last = known.at(-1)?.atMs ?? -Infinity;
  const rises = fresh.every(({ atMs }, index) => atMs > (fresh[index - 1]?.atMs ?? last));
  if (rises) return [...known, ...fresh];
  const byMoment = new Map([...fresh, ...known].map((one) => [one.atMs, one]));
  return [...byMoment.values()].sort((one, other) => one.atMs - other.atMs);
}
