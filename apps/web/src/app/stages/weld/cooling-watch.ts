import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { Meter } from '@variatum/contracts';
import { FRESH_MS, type LaidBead, type SeamQuestion } from '@variatum/metallurgy';
import { catchError, map, of, type Observable } from 'rxjs';
import { ComputeService } from '../../compute/compute.service';
import { JobPlan } from '../../job/job-plan';
import { JobStore, JointStore, WeldStore } from '../../job/stores';
import { Now } from '../../kit/now';
import { MeterStore, Readings } from '../../meters';
import { MS_PER_MINUTE, MS_PER_S } from '../../kit/units';

/** How warm a joint is, and when it may be gone on with. */
export interface JointClock {
  readonly joint: string;
  readonly number: number;
  readonly limitC: number | null;
  /** What a thermometer shows, else what is reckoned; null: neither. */
  readonly nowC: number | null;
  /** What a thermometer held against it shows just now, °C; null: none is. */
  readonly measuredC: number | null;
  /** Moment from which it may be welded: least, likely, most, ms; null: it never comes down, or nobody can say. */
  readonly readyMs: readonly [number, number, number | null] | null;
  readonly by: 'meter' | 'reckoned' | 'cold';
  /** Whether it may be welded now. */
  readonly isCool: boolean;
  readonly isBurning: boolean;
}

interface Found {
  readonly nowC: number;
  readonly left: { readonly likely: number; readonly range: readonly [number, number | null] } | null;
  readonly atMs: number;
  /** End of the arc it was reckoned after, ms. */
  readonly afterMs: number;
}

/** After this time a joint that nobody measures is as cold as the room. */
const COLD_AFTER_MINUTES = 120;
const COLD_AFTER_MS = COLD_AFTER_MINUTES * MS_PER_MINUTE;
/** A curve is fitted to so many readings: fewer say nothing, more add nothing. */
const LEAST_FITTED = 5;
const MOST_FITTED = 240;
/** What was found out about a joint is asked anew so often, ms. */
const AGAIN_MS = 3000;

/** The clocks of all joints of the job: which can be welded now, and when the others can. */
@Injectable()
export class CoolingWatch {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly weld = inject(WeldStore);
  private readonly plan = inject(JobPlan);
  private readonly meters = inject(MeterStore);
  private readonly readings = inject(Readings);
  private readonly compute = inject(ComputeService);
  private readonly now = inject(Now);

  private readonly found = signal<ReadonlyMap<string, Found>>(new Map());
  /** End of the arc after which a joint was reckoned to be cool, ms, by joint. */
  private readonly cooledAfter = new Map<string, number>();

  /** Limit of a joint: what was set for it, else what its metal bears. */
  private limitOf(joint: string): number | null {
    return this.plan.of(joint)?.metal.interpassMaxC ?? null;
  }

  private isLongAgo(endMs: number): boolean {
    return this.now.ms() - endMs > COLD_AFTER_MS;
  }

  private lastEnd(joint: string): LaidBead | undefined {
    return this.weld
      .logOf(joint)
      .beads.filter(({ endMs }) => endMs !== null)
      .reduce<LaidBead | undefined>((last, one) => ((last?.endMs ?? 0) > (one.endMs ?? 0) ? last : one), undefined);
  }

  /** What a thermometer held against a joint shows just now. */
  private measuredAt(joint: string): number | null {
    const last = this.readings.of(this.meterAt(joint)?.id).findLast(({ value }) => value !== null);
    if (!last || last.heardMs === null) return null;
    return this.now.steadyMs() - last.heardMs <= FRESH_MS.temperature ? last.value : null;
  }

  /** The thermometer held against a joint. */
  private meterAt(joint: string): Meter | undefined {
    const isHere = ({ use }: Meter): boolean =>
      use?.job === this.jobs.job()?.id &&
      (use?.joint === joint || (use?.joint === null && joint === this.joints.shown()?.id));
    return this.meters.meters().find((meter) => meter.kind === 'temperature' && isHere(meter));
  }

  /** What a thermometer at a joint has shown since a moment, such as since its arc went out. */
  private traceOf(joint: string, fromMs: number): readonly { readonly seconds: number; readonly tempC: number }[] {
    return this.readings
      .of(this.meterAt(joint)?.id)
      .flatMap(({ atMs, value }) =>
        value === null || atMs < fromMs ? [] : [{ seconds: (atMs - fromMs) / MS_PER_S, tempC: value }],
      );
  }

  /** What is typed counts as a reading, too. */
  private typedOf(joint: string, fromMs: number): { readonly tempC: number; readonly atMs: number } | undefined {
    const record = this.weld
      .records(joint)
      .filter(
        ({ struckOutAt, entry, at }) =>
          struckOutAt === null && entry.kind === 'temperature' && Date.parse(at) >= fromMs,
      )
      .at(-1);
    return record?.entry.kind === 'temperature'
      ? { tempC: record.entry.tempC, atMs: Date.parse(record.at) }
      : undefined;
  }

  readonly clocks = computed<readonly JointClock[]>(() => {
    const now = this.now.ms();
    return this.joints.all().map(({ id }): JointClock => {
      const limitC = this.limitOf(id);
      const last = this.lastEnd(id);
      const isBurning = this.weld.logOf(id).burning.length > 0;
      const measuredC = this.measuredAt(id);
      const base = { joint: id, number: this.joints.numberOf(id), limitC, isBurning, measuredC };
      if (!last?.endMs) return { ...base, nowC: measuredC, readyMs: null, by: 'cold', isCool: !isBurning };
      const typed = this.typedOf(id, last.endMs);
      // What was reckoned before the last arc says nothing of the heat that has laid.
      const known = this.found().get(id);
      const found = known?.afterMs === last.endMs ? known : undefined;
      const nowC =
        measuredC ?? (typed && now - typed.atMs <= FRESH_MS.temperature ? typed.tempC : (found?.nowC ?? null));
      const readyMs = found?.left
        ? ([
            found.atMs + MS_PER_S * found.left.range[0],
            found.atMs + MS_PER_S * found.left.likely,
            found.left.range[1] === null ? null : found.atMs + MS_PER_S * found.left.range[1],
          ] as const)
        : null;
      const isRead = measuredC !== null || (typed !== undefined && now - typed.atMs <= FRESH_MS.temperature);
      // Metal that was cool once is not warm again before the next arc, however the reckoning moves.
      const wasCool = this.cooledAfter.get(id) === last.endMs;
      const reckonedCool = wasCool || this.isLongAgo(last.endMs) || (readyMs !== null && now >= readyMs[1]);
      if (reckonedCool) this.cooledAfter.set(id, last.endMs);
      const cool = limitC === null || (isRead ? nowC !== null && nowC <= limitC : reckonedCool);
      return { ...base, nowC, readyMs, by: isRead ? 'meter' : 'reckoned', isCool: !isBurning && cool };
    });
  });
  /** The clock of the joint looked at. */
  readonly shown = computed(() => this.clocks().find(({ joint }) => joint === this.joints.shown()?.id) ?? null);

  constructor() {
    const beat = computed(() => Math.floor(this.now.ms() / AGAIN_MS));
    let busy = false;
    effect(() => {
      beat();
      if (busy) return;
      // The beat alone sets the pace, not every tick of the clock.
      const long = (endMs: number): boolean => untracked(() => this.isLongAgo(endMs));
      const warm = this.joints.all().flatMap(({ id }) => {
        const [last, limitC] = [this.lastEnd(id), this.limitOf(id)];
        const asked = last?.endMs && limitC !== null && !long(last.endMs) ? this.ask(id, last.endMs, limitC) : null;
        return asked ? [{ id, asked }] : [];
      });
      if (warm.length === 0) return;
      busy = true;
      let open = warm.length;
      for (const { id, asked } of warm)
        asked.pipe(catchError(() => of(null))).subscribe((found) => {
          if (found) this.found.update((all) => new Map(all).set(id, found));
          if (--open === 0) busy = false;
        });
    });
  }

  /** Asks when a joint is cool: by its thermometer, else by the heat that was laid. */
  private ask(joint: string, endMs: number, limitC: number): Observable<Found> | null {
    const trace = this.traceOf(joint, endMs);
    const now = Date.now();
    if (trace.length >= LEAST_FITTED)
      return this.compute.interpassFit({ limitC, trace: trace.slice(-MOST_FITTED) }).pipe(
        map(({ nowC, secondsLeft }): Found => ({
          afterMs: endMs,
          nowC: nowC.median,
          left: secondsLeft && { likely: secondsLeft.median, range: secondsLeft.range90 },
          atMs: endMs + MS_PER_S * (trace.at(-1)?.seconds ?? 0),
        })),
      );
    const question = this.seamOf(joint);
    if (!question) return null;
    const laid = this.weld
      .logOf(joint)
      .beads.flatMap(({ fromMm, toMm, startMs, endMs: end, joules }) =>
        end === null || joules === null
          ? []
          : [{ fromMm, toMm, startedS: (now - startMs) / MS_PER_S, endedS: (now - end) / MS_PER_S, joules }],
      );
    const last = this.lastEnd(joint);
    if (laid.length === 0 || !last) return null;
    const next = { fromMm: Math.min(last.fromMm, last.toMm), toMm: Math.max(last.fromMm, last.toMm) };
    return this.compute.coolingForecast({ seam: question, laid, next, limitC }).pipe(
      map(({ nowC, secondsLeft: [least, likely, most] }): Found => ({
        afterMs: endMs,
        nowC,
        left: { likely, range: [least, most] },
        atMs: now,
      })),
    );
  }

  /** A joint as a seam heat is reckoned in; null where its sizes give none. */
  private seamOf(joint: string): SeamQuestion | null {
    const seam = this.plan.of(joint)?.question;
    // Of what is asked only the metal, the seam and the air matter here.
    return seam ? { ...seam, outOfReach: [], left: [], fixed: [], bars: [], tackMm: 0, colourWithinMm: null } : null;
  }
}
