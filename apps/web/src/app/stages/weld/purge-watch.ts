import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { INSIDE_UNSEEN, insideGas, meterBehind, type HeardReading, type InsideGas, type TimeLeft } from '@variatum/job';
import type { Meter } from '@variatum/contracts';
import { TROUBLE_WORDS, type EarlyArc, type PurgeFitAnswer } from '@variatum/metallurgy';
import { catchError, of } from 'rxjs';
import { ComputeService } from '../../compute/compute.service';
import { JobStore, JointStore, PartStore, WeldStore } from '../../job/stores';
import { Now } from '../../kit/now';
import { MeterStore, Readings, StandingAlarms, type SeenReading } from '../../meters';
import { PurgePlanning } from '../../planning';
import { TypedOxygen } from './typed-oxygen';
import { MS_PER_MINUTE, MS_PER_S } from '../../kit/units';

/** How the gas behind one joint stands. */
export interface JointGas extends InsideGas {
  readonly joint: string;
  readonly number: number;
}

/** A fit is made anew so often while readings come in, ms. */
const FIT_EVERY_MS = 2000;
/** So many readings are fitted at least and at most: fewer say nothing, a curve needs no more. */
const LEAST_FITTED = 8;
const MOST_FITTED = 300;

/** Readings thinned evenly; the last ones stay. */
function thinned<One>(list: readonly One[], most: number): readonly One[] {
  if (list.length <= most) return list;
  const step = list.length / most;
  const at = (index: number): number => Math.min(list.length - 1, Math.ceil((index + 1) * step) - 1);
  return Array.from({ length: most }, (_, index) => list[at(index)] as One);
}

type Read = SeenReading & { readonly value: number };
const read = (list: readonly SeenReading[]): readonly Read[] => list.filter((one): one is Read => one.value !== null);

/** The purge as meters see it: how each joint stands, how long it takes still, and what is wrong. */
@Injectable()
export class PurgeWatch {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly meters = inject(MeterStore);
  private readonly readings = inject(Readings);
  private readonly alarms = inject(StandingAlarms);
  private readonly planning = inject(PurgePlanning);
  private readonly compute = inject(ComputeService);
  private readonly now = inject(Now);
  private readonly weld = inject(WeldStore);
  private readonly typed = inject(TypedOxygen);

  private readonly ofJob = computed(() => this.meters.meters().filter(({ use }) => use?.job === this.jobs.job()?.id));
  private readonly atVents = computed(() =>
    this.ofJob().filter(({ kind, use }) => kind === 'oxygen' && use?.place === 'vent'),
  );
  /** When gas was turned on, ms; null: it is off. */
  readonly gasOnMs = computed(() => {
    const clock = this.jobs.job()?.purge.clock;
    return clock ? Date.parse(clock.startedAt) : null;
  });

  /** The meter that looks at the gas behind a joint: at one of its room, or at all of them. */
  private meterOf(joint: string): Meter | undefined {
    return meterBehind(joint, this.atVents(), this.part.spaces());
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
  /** What was read behind a joint since gas was turned on: by its meter, or off a display. */
  private readingsAt(joint: string): readonly HeardReading[] {
    const from = this.gasOnMs() ?? 0;
    const sent = read(this.readings.of(this.meterOf(joint)?.id)).filter(({ atMs }) => atMs >= from);
    const typed = this.typed.inside().filter((one) => one.atMs >= from && this.isBehind(one.joint, joint));
    const all = [...sent.map((one) => ({ ...one, ppm: one.value, typed: false })), ...typed];
    return typed.length === 0 ? all : all.sort((one, other) => one.atMs - other.atMs);
  }

  /** Whether what is read at one joint says something of the gas behind another. */
  private isBehind(read: string, joint: string): boolean {
    return read === joint || this.part.spaces().some(({ joints }) => joints.includes(read) && joints.includes(joint));
  }

  /** Whether the joints of this job want gas behind them: there is a room, and gas is on or planned. */
  readonly isWanted = computed(
    () => this.planning.room() !== null && (this.planning.isGasBehind() || this.gasOnMs() !== null),
  );
  /** What stood before, by joint: an alarm is kept until it is answered. */
  private readonly latched = new Map<string, InsideGas>();
  /** Calls of the server this device has taken over, by joint. */
  private readonly taken = new Map<string, string>();

  /** How a joint stood before, here or where the server heard its meter. */
  private before(joint: string): InsideGas {
    const last = this.latched.get(joint) ?? INSIDE_UNSEEN;
    const meter = this.meterOf(joint)?.id;
    const call = this.alarms.alarms().find(({ what, meterId }) => what === 'oxygen-rose' && meterId === meter);
    if (!call || this.taken.get(joint) === call.id) return last;
    this.taken.set(joint, call.id);
    return { ...last, state: 'risen', lastPpm: last.lastPpm ?? call.ppm };
  }

  /** Every joint with a room behind it, and how its gas stands. */
  readonly behind = computed<readonly JointGas[]>(() => {
    const rooms = this.part.spaces();
    const [nowMs, targetPpm, gasIsOn] = [this.now.steadyMs(), this.planning.targetPpm(), this.gasOnMs() !== null];
    return this.joints.all().flatMap(({ id }): JointGas[] => {
      if (!rooms.some(({ joints }) => joints.includes(id))) return [];
      const facts = {
        hasMeter: this.meterOf(id) !== undefined,
        readings: this.readingsAt(id),
        targetPpm,
        gasIsOn,
        arcBurns: this.weld.logOf(id).burning.length > 0,
      };
      const gas = insideGas(facts, nowMs, this.before(id));
      this.latched.set(id, gas);
      return [{ ...gas, joint: id, number: this.joints.numberOf(id) }];
    });
  });
  /** The gas behind the joint looked at. */
  readonly inside = computed<InsideGas>(() => {
    const shown = this.joints.shown()?.id;
    return this.behind().find(({ joint }) => joint === shown) ?? INSIDE_UNSEEN;
  });
  /** What is read there now; null: nothing came lately. */
  readonly ppm = computed(() => this.inside().ppm);
  readonly state = computed(() => this.inside().state);
  /** Whether the wait that was predicted has passed: what counts where no meter looks, or it is silent. */
  private readonly hasWaited = computed(() => {
    const [clock, from] = [this.jobs.job()?.purge.clock, this.gasOnMs()];
    return (
      clock !== null && clock !== undefined && from !== null && this.now.ms() - from >= MS_PER_MINUTE * clock.minutes[1]
    );
  });
  /** Whether every joint is below its target: by its meter, or by the predicted wait where nothing is read. */
  readonly isReady = computed(() => {
    const waited = ({ state }: JointGas): boolean => (state === 'unseen' || state === 'lost') && this.hasWaited();
    return this.behind().length > 0 && this.behind().every((one) => one.state === 'ready' || waited(one));
  });
  /** Any joint whose gas was clean and is no more. */
  readonly hasRisen = computed(() => this.behind().some(({ state }) => state === 'risen'));
  /** Whether a meter looks at one that rose: the server hears it too. */
  readonly risesByMeter = computed(() =>
    this.behind().some(({ state, joint }) => state === 'risen' && this.meterOf(joint) !== undefined),
  );
  /**
   * Oxygen behind the joint looked at, read now or else as it was predicted for this moment, ppm; null: nobody can say.
   */
  oxygenNow(): EarlyArc | null {
    const ppm = this.ppm();
    if (ppm !== null) return { ppm, by: 'read' };
    const from = this.gasOnMs();
    const reckoned = this.planning.levelAfter(from === null ? 0 : (this.now.ms() - from) / MS_PER_MINUTE);
    return reckoned === null ? null : { ppm: Math.round(reckoned), by: 'reckoned' };
  }

  private readonly fitted = signal<PurgeFitAnswer | null>(null);
  /** What the readings say; null: too few. */
  readonly fit = this.fitted.asReadonly();
  /** What is wrong, and what to do about it; empty: nothing seen. */
  readonly troubleWords = computed(() => {
    const fault = this.fit()?.fault;
    return fault ? TROUBLE_WORDS[fault] : '';
  });
  /** Time left as the readings have it, else as it was predicted, minutes: least, likely, most. */
  readonly minutesLeft = computed<TimeLeft | null>(() => {
    const left = this.fit()?.minutesLeft;
    if (left && this.ppm() !== null) return { likely: left.median, range: left.range90, measured: true };
    const clock = this.jobs.job()?.purge.clock;
    const from = this.gasOnMs();
    // A meter that is silent leaves what was predicted.
    if (!clock || from === null || this.ppm() !== null) return null;
    const gone = (this.now.ms() - from) / MS_PER_MINUTE;
    const [least, likely, most] = clock.minutes;
    const range = [Math.max(0, least - gone), most === null ? null : Math.max(0, most - gone)] as const;
    return { likely: Math.max(0, likely - gone), range, measured: false };
  });

  constructor() {
    // Two seconds of readings are fitted together.
    const beat = computed(() => Math.floor(this.now.ms() / FIT_EVERY_MS));
    const asked = computed(() => {
      beat();
      const [planned, from, meter] = [this.planning.question(), this.gasOnMs(), this.meter()];
      if (!planned || from === null || !meter) return null;
      const few = thinned(this.trace(), MOST_FITTED);
      const trace = few.map(({ atMs, value }) => ({ seconds: (atMs - from) / MS_PER_S, ppm: value }));
      const lag = meter.lagS === null ? {} : { lagS: meter.lagS };
      return trace.length < LEAST_FITTED ? null : { planned, trace, meter: lag, targetPpm: this.planning.targetPpm() };
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
