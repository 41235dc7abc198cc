import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import {
  afterwardsAt,
  alarmSound,
  nextAct,
  NO_ALARM,
  plannedSeconds,
  stateOf,
  type AlarmSound,
  type TorchFacts,
  type TorchState,
} from '@variatum/job';
import { CALLED_ONCE_S, isSameStep, ONLY_SLOW } from '@variatum/metallurgy';
import { torchWords, type TorchSaid } from '@variatum/presentation';
import { JobPlan } from '../../job/job-plan';
import { JointStore, PartSelection } from '../../job/stores';
import { Now } from '../../kit/now';
import { AlarmCall, RoomWatch } from '../../meters';
import { CoolingWatch } from './cooling-watch';
import { OwnUnits } from './own-units';
import { PurgeWatch } from './purge-watch';
import { WeldPlanning } from './weld-planning';
import { MS_PER_S, PPM_PER_PERCENT } from '../../kit/units';

/** The one thing the torch view says, and how loud. */
export interface TorchWords extends TorchSaid {
  readonly state: TorchState;
}

/** What is to be done at the torch just now: facts of the page's services, judged by the job's own rules. */
@Injectable()
export class TorchNow {
  private readonly weld = inject(WeldPlanning);
  private readonly joints = inject(JointStore);
  private readonly gas = inject(PurgeWatch);
  private readonly rooms = inject(RoomWatch);
  private readonly cooling = inject(CoolingWatch);
  private readonly now = inject(Now);
  private readonly plan = inject(JobPlan);
  private readonly selection = inject(PartSelection);
  private readonly alarm = inject(AlarmCall);
  private readonly units = inject(OwnUnits);

  /** Whether somebody welds by this device. */
  readonly atTorch = signal(false);
  /** Seconds the arc has burned; null: it does not. */
  readonly burnsS = computed(() => {
    const burning = this.weld.burning();
    return burning ? Math.max(0, (this.now.ms() - burning.startMs) / MS_PER_S) : null;
  });
  /** Seconds the bead that burns, or is next, takes by the plan; null: not known. */
  readonly plannedS = computed(() => {
    const tackSeconds = this.weld.settings.tack()?.seconds;
    return plannedSeconds(this.weld.about(), tackSeconds, this.weld.order.question()?.arcs[0]?.travelMmPerS);
  });
  /** Share of the bead that most likely lies, 0 to 1. */
  readonly share = computed(() => {
    const [burns, planned] = [this.burnsS(), this.plannedS()];
    return burns === null || !planned ? null : Math.min(1, burns / planned);
  });

  /** Number and count of the tack or run that burns or is next, as people count. */
  private readonly count = computed(() => {
    const about = this.weld.about();
    const steps = this.weld.steps().filter(({ bead }) => bead === about?.bead);
    const at = steps.findIndex((step) => isSameStep(step, about));
    return at < 0 ? '' : `${at + 1} of ${steps.length}`;
  });
  readonly name = computed(() => {
    const about = this.weld.about();
    if (!about) return '';
    if (about.bead === 'repair') return 'repair';
    const pass = this.weld.order.passes() > 1 && about.bead === 'run' ? `, pass ${about.pass + 1}` : '';
    return `${about.bead === 'tack' ? 'tack' : 'run'} ${this.count()}${pass}`;
  });
  /** Another joint that can be welded meanwhile. */
  readonly free = computed(() => {
    const shown = this.joints.shown()?.id;
    const open = this.plan.inTurn().filter(({ joint }) => joint !== shown);
    const cool = new Map(this.cooling.clocks().flatMap((one) => (one.isCool ? [[one.joint, one]] : [])));
    return open.map(({ joint }) => cool.get(joint)).find((one) => one !== undefined) ?? null;
  });
  /** The joint somebody wants to weld out of its turn. */
  private readonly stays = signal<string | null>(null);
  /** Another joint the plan goes on at; null: it goes on here, or somebody wants to stay. */
  readonly turn = computed(() => {
    const [shown, next] = [this.joints.shown()?.id, this.plan.inTurn()[0]];
    if (!next || next.joint === shown) return null;
    return this.stays() === shown && !this.weld.isDone() ? null : next;
  });

  /** Somebody wants to weld a joint, whatever comes first by the plan. */
  stayAt(joint: string): void {
    this.stays.set(joint);
    this.selection.joint.set(joint);
  }

  /** Goes to the joint whose turn it is. */
  goOn(): void {
    const turn = this.turn();
    if (!turn) return;
    this.stays.set(null);
    this.selection.joint.set(turn.joint);
  }

  /** What follows at the joint looked at once all is welded. */
  private readonly afterwards = computed(() => afterwardsAt(this.plan.plan()?.steps ?? [], this.joints.shown()?.id));

  /** All that is known just now. */
  private facts(): TorchFacts {
    const [burnsS, next, clock, fault] = [this.burnsS(), this.weld.next(), this.cooling.shown(), this.gas.fit()?.fault];
    const lastEndMs = Math.max(0, ...this.weld.log().beads.map(({ endMs }) => endMs ?? 0));
    const [doubtful, turn] = [this.weld.doubtful(), this.turn()];
    return {
      room: this.rooms.room(),
      burning: burnsS === null ? null : { burnsS, plannedS: this.plannedS() },
      doubt: doubtful,
      gas: {
        isWanted: this.gas.isWanted(),
        isOn: this.gas.gasOnMs() !== null,
        isReady: this.gas.isReady(),
        hasRisen: this.gas.hasRisen(),
        inside: this.gas.inside(),
        left: this.gas.minutesLeft(),
        fault: fault ?? null,
        onlySlow: fault !== undefined && fault !== null && ONLY_SLOW.has(fault),
      },
      metal: clock && { ...clock, readyMs: clock.readyMs?.[1] ?? null },
      isHeldWarm: this.weld.isHeld(),
      isPeened: this.plan.shown()?.metal.isPeened ?? false,
      next: next && { isRun: next.bead === 'run', restS: next.restS, limitHolds: this.limitHolds() },
      isDone: this.weld.isDone(),
      lastEndMs: lastEndMs > 0 ? lastEndMs : null,
      free: this.free()?.number ?? null,
      turn: turn && { ...turn, number: this.joints.numberOf(turn.joint) },
      here: this.plan.inTurn().find(({ joint }) => joint === this.joints.shown()?.id) ?? null,
      afterwards: this.afterwards(),
    };
  }
  readonly act = computed(() => nextAct(this.facts(), this.now.ms()));
  readonly words = computed<TorchWords>(() => {
    const act = this.act();
    return { state: stateOf(act), ...torchWords(act, this.name(), this.units.now()) };
  });

  /** Whether what is next has a limit to wait for: a root has none, unless its metal bears no heat or no colour. */
  private limitHolds(): boolean {
    const next = this.weld.next();
    return next?.bead === 'run' && (this.plan.shown()?.limitsC[next.pass] ?? null) !== null;
  }

  /**
   * Strikes the arc for what is next. What a thermometer shows, and gas that is not clean yet, go into the log before
   * it.
   */
  strike(repair = false): void {
    const shown = this.joints.shown();
    if (shown && this.turn()) this.stays.set(shown.id);
    const measuredC = this.cooling.shown()?.measuredC;
    if (measuredC !== null && measuredC !== undefined && this.weld.next()?.bead !== 'tack')
      this.weld.note({ kind: 'temperature', tempC: Math.round(measuredC), by: 'meter' });
    const tooEarly = this.gas.isWanted() && !this.gas.isReady() && this.weld.log().earlyArc === null;
    const oxygen = tooEarly ? this.gas.oxygenNow() : null;
    if (oxygen) this.weld.note({ kind: 'early-arc', ...oxygen });
    this.weld.start(repair);
  }

  /** What calls by sound: one cause is one call, whatever its figures do meanwhile. */
  private readonly cause = computed(() => {
    const { code } = this.act();
    return stateOf({ code }) === 'alarm' || code === 'room-lost' ? code : null;
  });
  private readonly sounding = signal<AlarmSound>(NO_ALARM);
  /** Whether something calls whose sound somebody has silenced. */
  readonly isSilenced = computed(() => this.sounding().cause !== null && !this.sounding().isHeard);

  /** Silences the sound of what calls, not the alarm. */
  silence(): void {
    this.sounding.update((last) => alarmSound(this.cause(), true, this.now.steadyMs(), last));
  }

  constructor() {
    let calledMs = -Infinity;
    effect(() => this.alarm.atTorch.set(this.atTorch()));
    // One device logs what was typed: the one somebody welds by.
    const calls = computed(() => (this.atTorch() ? this.cause() : null));
    effect(() => {
      const [cause, nowMs] = [calls(), this.now.steadyMs()];
      untracked(() => {
        const last = this.sounding();
        const sound = alarmSound(cause, false, nowMs, last);
        if (
          cause !== null &&
          cause !== last.cause &&
          cause !== 'room-lost' &&
          nowMs - calledMs > MS_PER_S * CALLED_ONCE_S
        ) {
          calledMs = nowMs;
          this.logCall(cause);
        }
        this.sounding.set(sound);
        if (sound.isHeard) this.alarm.begin();
        else this.alarm.end();
      });
    });
  }

  /** Logs what calls by figures somebody typed: what a meter shows the server hears, judges and logs itself. */
  private logCall(cause: string): void {
    const { percent, meter } = this.rooms.room();
    if (cause === 'leave-room' ? meter !== null : this.gas.risesByMeter()) return;
    this.weld.note(
      cause === 'leave-room'
        ? { kind: 'alarm', what: 'room-oxygen', value: Math.round(PPM_PER_PERCENT * (percent ?? 0)) }
        : { kind: 'alarm', what: 'oxygen-rose', value: Math.round(this.gas.inside().lastPpm ?? 0) },
    );
  }
}
