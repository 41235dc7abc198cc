import { computed, effect, inject, Injectable, signal } from '@angular/core';
import type { Meter } from '@variatum/contracts';
import {
  FRESH_MS,
  oxygenState,
  roomIsShort,
  TROUBLE_WORDS,
  type OxygenState,
  type PurgeFitAnswer,
} from '@variatum/metallurgy';
import { catchError, of } from 'rxjs';
import { ComputeService } from '../../compute/compute.service';
import { JobStore, JointStore, PartStore } from '../../job/stores';
import { Now } from '../../kit/now';
import { MeterStore, Readings, type SeenReading } from '../../meters';
import { PurgePlanning } from '../../planning';

/** How the gas behind one joint stands. */
export interface JointGas {
  readonly joint: string;
  readonly number: number;
  readonly state: OxygenState;
  readonly ppm: number | null;
}

/** Ways of shielding the back that need no gas to wait for. */
const WITHOUT_GAS: ReadonlySet<string> = new Set(['metal', 'paste', 'none']);
/** Less than this is no time to be counted down, minutes. */
export const SOON_MINUTES = 0.05;
/** A fit is made anew so often while readings come in, ms. */
const FIT_EVERY_MS = 2000;
/** So many readings are fitted at most: a curve needs no more. */
const MOST_FITTED = 300;

/** Readings thinned evenly; the last ones stay. */
function thinned<One>(list: readonly One[], most: number): readonly One[] {
  if (list.length <= most) return list;
  const step = list.length / most;
  return Array.from({ length: most }, (_, index) => list[Math.min(list.length - 1, Math.ceil((index + 1) * step) - 1)] as One); // prettier-ignore
}

type Read = SeenReading & { readonly value: number };
const read = (list: readonly SeenReading[]): readonly Read[] => list.filter((one): one is Read => one.value !== null);

/** The purge as meters see it: how each joint stands, how long it takes still, what is wrong, and the air of the room. */
@Injectable()
export class PurgeWatch {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly meters = inject(MeterStore);
  private readonly readings = inject(Readings);
  private readonly planning = inject(PurgePlanning);
  private readonly compute = inject(ComputeService);
  private readonly now = inject(Now);

  private readonly ofJob = computed(() => this.meters.meters().filter(({ use }) => use?.job === this.jobs.job()?.id));
  private readonly atVents = computed(() => this.ofJob().filter(({ kind, use }) => kind === 'oxygen' && use?.place === 'vent')); // prettier-ignore
  /** When gas was turned on, ms; null: it is off. */
  readonly gasOnMs = computed(() => {
    const clock = this.jobs.job()?.purge.clock;
    return clock ? Date.parse(clock.startedAt) : null;
  });

  /** The meter that looks at the gas behind a joint: at one of its room, or at all of them. */
  private meterOf(joint: string): Meter | undefined {
    const room = this.part.spaces().find(({ joints }) => joints.includes(joint));
    const looks = this.atVents();
    return looks.find(({ use }) => use?.joint === joint) ?? looks.find(({ use }) => use?.joint !== null && use?.joint !== undefined && room?.joints.includes(use.joint)) ?? looks.find(({ use }) => use?.joint === null); // prettier-ignore
  }

  /** The meter at the joint looked at. */
  readonly meter = computed(() => {
    const shown = this.joints.shown();
    return shown ? this.meterOf(shown.id) : undefined;
  });
  /** What it showed since gas was turned on. */
  readonly trace = computed<readonly Read[]>(() => {
    const from = this.gasOnMs() ?? 0;
    return read(this.readings.of(this.meter()?.id)).filter(({ atMs }) => atMs >= from);
  });
  /** What it shows now; null: nothing came lately. */
  readonly ppm = computed<number | null>(() => this.latest(this.meter(), FRESH_MS.oxygen));

  private latest(meter: Meter | undefined, freshMs: number): number | null {
    const last = read(this.readings.of(meter?.id)).at(-1);
    return last && this.now.ms() - last.atMs <= freshMs ? last.value : null;
  }

  private stateOf(meter: Meter | undefined): OxygenState {
    const from = this.gasOnMs() ?? 0;
    const seen = read(this.readings.of(meter?.id)).filter(({ atMs }) => atMs >= from).map(({ atMs, value }) => ({ atMs, ppm: value })); // prettier-ignore
    return oxygenState(seen, this.planning.targetPpm(), this.now.ms());
  }

  /** Whether the joints of this job want gas behind them: there is a room, and gas is on or planned. */
  readonly isWanted = computed(() => {
    const { backShielding } = this.joints.joint();
    const otherwise = backShielding !== undefined && WITHOUT_GAS.has(backShielding);
    return this.planning.room() !== null && ((this.planning.melts() && !otherwise) || this.gasOnMs() !== null);
  }); // prettier-ignore
  /** Every joint with a room behind it, and how its gas stands. */
  readonly behind = computed<readonly JointGas[]>(() => {
    const rooms = this.part.spaces();
    return this.joints.all().flatMap(({ id }): JointGas[] => {
      if (!rooms.some(({ joints }) => joints.includes(id))) return [];
      const meter = this.meterOf(id);
      return [{ joint: id, number: this.joints.numberOf(id), state: this.stateOf(meter), ppm: this.latest(meter, FRESH_MS.oxygen) }]; // prettier-ignore
    });
  });
  /** Whether the wait that was predicted has passed: what counts where no meter looks. */
  private readonly hasWaited = computed(() => {
    const [clock, from] = [this.jobs.job()?.purge.clock, this.gasOnMs()];
    return clock !== null && clock !== undefined && from !== null && this.now.ms() - from >= 60_000 * clock.minutes[1];
  });
  /** Whether every joint is below its target: by its meter, or by the predicted wait where none looks. */
  readonly isReady = computed(
    () =>
      this.behind().length > 0 &&
      this.behind().every(({ joint, state }) => state === 'ready' || (!this.meterOf(joint) && this.hasWaited())),
  );
  readonly state = computed<OxygenState>(() => {
    const shown = this.joints.shown();
    return this.behind().find(({ joint }) => joint === shown?.id)?.state ?? 'unseen';
  });
  /** Any joint whose gas was clean and is no more. */
  readonly hasRisen = computed(() => this.behind().some(({ state }) => state === 'risen'));

  /** Oxygen of the room, percent; null: no meter looks. */
  readonly roomPercent = computed(() => {
    const meter = this.ofJob().find(({ kind, use }) => kind === 'oxygen' && use?.place === 'room');
    const ppm = this.latest(meter, FRESH_MS.oxygen);
    return ppm === null ? null : ppm / 10_000;
  });
  readonly isRoomShort = computed(() => {
    const percent = this.roomPercent();
    return percent !== null && roomIsShort(10_000 * percent);
  });

  private readonly fitted = signal<PurgeFitAnswer | null>(null);
  /** What the readings say; null: too few. */
  readonly fit = this.fitted.asReadonly();
  /** What is wrong, and what to do about it; empty: nothing seen. */
  readonly troubleWords = computed(() => {
    const fault = this.fit()?.fault;
    return fault ? TROUBLE_WORDS[fault] : '';
  });
  /** Time left as the readings have it, else as it was predicted, minutes: least, likely, most. */
  readonly minutesLeft = computed<{ readonly likely: number; readonly range: readonly [number, number | null]; readonly measured: boolean } | null>(() => {
    const left = this.fit()?.minutesLeft;
    if (left && this.ppm() !== null) return { likely: left.median, range: left.range90, measured: true };
    const clock = this.jobs.job()?.purge.clock;
    const from = this.gasOnMs();
    if (!clock || from === null || this.meter()) return null;
    const gone = (this.now.ms() - from) / 60_000;
    const [least, likely, most] = clock.minutes;
    return { likely: Math.max(0, likely - gone), range: [Math.max(0, least - gone), most === null ? null : Math.max(0, most - gone)], measured: false };
  }); // prettier-ignore

  constructor() {
    // Two seconds of readings are fitted together.
    const beat = computed(() => Math.floor(this.now.ms() / FIT_EVERY_MS));
    const asked = computed(() => {
      beat();
      const [planned, from, meter] = [this.planning.question(), this.gasOnMs(), this.meter()];
      if (!planned || from === null || !meter) return null;
      const trace = thinned(this.trace(), MOST_FITTED).map(({ atMs, value }) => ({ seconds: (atMs - from) / 1000, ppm: value })); // prettier-ignore
      return trace.length < 8 ? null : { planned, trace, meter: meter.lagS === null ? {} : { lagS: meter.lagS }, targetPpm: this.planning.targetPpm() }; // prettier-ignore
    });
    let lastS = -1;
    let busy = false;
    effect(() => {
      const question = asked();
      if (!question) {
        this.fitted.set(null);
        lastS = -1;
        return;
      }
      // One at a time, and only when something new was read.
      const newestS = question.trace.at(-1)?.seconds ?? 0;
      if (busy || newestS === lastS) return;
      busy = true;
      lastS = newestS;
      this.compute
        .purgeFit(question)
        .pipe(catchError(() => of(null)))
        .subscribe((answer) => {
          busy = false;
          this.fitted.set(answer);
        });
    });
  }
}
