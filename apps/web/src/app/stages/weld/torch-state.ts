import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { isSameStep, ONLY_SLOW, PURGE_OFF_BELOW_C, TROUBLE_SHORT } from '@variatum/metallurgy';
import { clockRange, clockWords, minutesWords, ppmWords } from '@variatum/presentation';
import { JointStore } from '../../job/stores';
import { Now } from '../../kit/now';
import { CoolingWatch, type JointClock } from './cooling-watch';
import { OwnUnits } from './own-units';
import { PurgeWatch, SOON_MINUTES } from './purge-watch';
import { TorchAlarm } from './torch-alarm';
import { WeldPlanning } from './weld-planning';

/** What is to be done just now. */
export type TorchState = 'alarm' | 'burning' | 'gas' | 'cool' | 'rest' | 'other' | 'ready' | 'done';

/** The one thing the torch view says: a word, what it is about, and what a press does. */
export interface TorchWords {
  readonly state: TorchState;
  /** What to do, in a word or two. */
  readonly what: string;
  /** About which bead, and how long. */
  readonly about: string;
  /** What a press does; empty: it has to be held. */
  readonly press: string;
}

/** A run that takes longer than planned by so much has most likely been finished unseen. */
const OVERTIME = 1.5;
/** What calls again within this time is the same trouble, ms. */
const CALLED_ONCE_MS = 30_000;

/** What is to be done at the torch just now, by gas, by heat and by the plan. */
@Injectable()
export class TorchNow {
  private readonly weld = inject(WeldPlanning);
  private readonly joints = inject(JointStore);
  private readonly gas = inject(PurgeWatch);
  private readonly cooling = inject(CoolingWatch);
  private readonly now = inject(Now);
  private readonly alarm = inject(TorchAlarm);
  private readonly units = inject(OwnUnits);

  /** Whether somebody welds by this device. */
  readonly atTorch = signal(false);
  /** Seconds the arc has burned; null: it does not. */
  readonly burnsS = computed(() => {
    const burning = this.weld.burning();
    return burning ? Math.max(0, (this.now.ms() - burning.startMs) / 1000) : null;
  });
  /** Seconds the bead that burns, or is next, takes by the plan; null: not known. */
  readonly plannedS = computed(() => {
    const about = this.weld.about();
    const travel = this.weld.order.question()?.arcs[0]?.travelMmPerS;
    if (!about || about.bead === 'tack') {
      const seconds = this.weld.settings.reckoned()?.tack.seconds;
      return seconds ? (seconds[0] + seconds[1]) / 2 : null;
    }
    const from = 'goesOnMm' in about ? about.goesOnMm : about.fromMm;
    return travel ? Math.abs(about.toMm - from) / travel : null;
  });
  /** Share of the bead that most likely lies, 0 to 1. */
  readonly share = computed(() => {
    const [burns, planned] = [this.burnsS(), this.plannedS()];
    return burns === null || !planned ? null : Math.min(1, burns / planned);
  });

  /** Number and count of the step that burns or is next, as people count. */
  private readonly count = computed(() => {
    const steps = this.weld.steps();
    const about = this.weld.about();
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

  /** Seconds of rest before the next run; 0: none. */
  private readonly restS = computed(() => {
    const next = this.weld.next();
    const last = Math.max(0, ...this.weld.log().beads.map(({ endMs }) => endMs ?? 0));
    return next && last > 0 ? Math.max(0, next.restS - (this.now.ms() - last) / 1000) : 0;
  });

  readonly words = computed<TorchWords>(() => {
    const burns = this.burnsS();
    const shown = this.cooling.shown();
    if (this.gas.isRoomShort())
      return { state: 'alarm', what: 'Leave the room', about: `Oxygen in the room ${this.gas.roomPercent()?.toFixed(1) ?? ''} %. Gas off, air in.`, press: burns === null ? '' : 'Arc out' }; // prettier-ignore
    if (burns !== null) {
      const planned = this.plannedS();
      if (this.gas.hasRisen())
        return { state: 'alarm', what: 'Oxygen rises', about: `${ppmWords(this.gas.ppm() ?? 0)} ppm. Stop, look for tape and hose.`, press: 'Arc out' }; // prettier-ignore
      const over = planned !== null && burns > OVERTIME * planned;
      return { state: 'burning', what: clockWords(burns), about: `${this.name()}${planned ? `, about ${minutesWords(planned / 60)}` : ''}${over ? '. Arc out already?' : ''}`, press: 'Arc out' }; // prettier-ignore
    }
    if (this.weld.isDone())
      return { state: 'done', what: 'Done', about: [this.gasStays(), this.elsewhere()].filter(Boolean).join(' ') || 'All of the plan lies.', press: this.free() ? 'Next joint' : '' }; // prettier-ignore
    if (!this.weld.next())
      return { state: 'other', what: 'Wait', about: 'The other one is at this pass still.', press: '' };
    if (this.gas.isWanted() && this.gas.hasRisen())
      return { state: 'alarm', what: 'Oxygen rises', about: `${ppmWords(this.gas.ppm() ?? 0)} ppm. Look for tape and hose before the arc.`, press: '' }; // prettier-ignore
    if (this.gas.isWanted() && this.gas.gasOnMs() === null)
      return {
        state: 'gas',
        what: 'Gas on',
        about: 'Turn the gas on behind the joint; the clock starts.',
        press: 'Gas is on',
      };
    if (this.gas.isWanted() && !this.gas.isReady()) return { state: 'gas', ...this.gasWords() };
    if (shown && this.isTooCold(shown)) return { state: 'cool', ...this.warmWords(shown) };
    if (shown && !shown.isCool && !this.weld.isHeld() && this.limitHolds())
      return { state: 'cool', ...this.coolWords(shown) };
    const rest = this.restS();
    if (rest > 0) return { state: 'rest', what: clockWords(rest), about: `Rest before ${this.name()}.`, press: '' };
    return { state: 'ready', what: 'Weld', about: this.name(), press: 'Arc on' };
  });

  /** Strikes the arc for what is next. What a thermometer shows goes into the log before it. */
  strike(repair = false): void {
    const measuredC = this.cooling.shown()?.measuredC;
    if (measuredC !== null && measuredC !== undefined && this.weld.next()?.bead !== 'tack')
      this.weld.note({ kind: 'temperature', tempC: Math.round(measuredC), by: 'meter' });
    this.weld.start(repair);
  }

  /** Whether metal that is to be held warm is not, as far as a thermometer says. */
  private isTooCold({ measuredC, limitC }: JointClock): boolean {
    return this.weld.isHeld() && this.weld.next()?.bead === 'run' && measuredC !== null && limitC !== null && measuredC < limitC; // prettier-ignore
  }

  private warmWords({ measuredC, limitC }: JointClock): Omit<TorchWords, 'state'> {
    return { what: 'Warm it', about: `${this.units.now().warmth(measuredC ?? 0)}, at least ${this.units.now().warmth(limitC ?? 0)}. This metal cracks cold.`, press: '' }; // prettier-ignore
  }

  /** Whether what is next has a limit to wait for: the root has none, unless colour is to stay narrow. */
  private limitHolds(): boolean {
    const next = this.weld.next();
    return next !== null && next.bead === 'run' && (next.pass > 0 || this.weld.order.kept().colourWithinMm !== null);
  }

  private gasWords(): Omit<TorchWords, 'state'> {
    const left = this.gas.minutesLeft();
    const ppm = this.gas.ppm();
    const shows = ppm === null ? 'no reading' : `${ppmWords(ppm)} ppm`;
    const trouble = this.gas.fit()?.fault;
    if (trouble && !ONLY_SLOW.has(trouble) && this.gas.state() === 'waiting')
      return { what: 'Look', about: TROUBLE_SHORT[trouble], press: '' };
    if (!left) return { what: 'Gas runs', about: `${shows}. Wait until it is clean.`, press: '' };
    if (left.measured && left.likely < SOON_MINUTES)
      return { what: 'Wait', about: `${shows}. Most likely clean inside; the meter follows late.`, press: '' };
    const [least, most] = left.range;
    const range = clockRange(60 * least, most && 60 * most);
    return { what: clockWords(60 * left.likely), about: `${shows}. Clean in ${range}${left.measured ? '' : ', as predicted'}.${trouble ? ` ${TROUBLE_SHORT[trouble]}` : ''}`, press: '' }; // prettier-ignore
  }

  private coolWords(clock: JointClock): Omit<TorchWords, 'state'> {
    const now =
      clock.nowC === null
        ? ''
        : `${this.units.now().warmth(clock.nowC)}${clock.by === 'reckoned' ? ' reckoned' : ''}, `;
    const left = clock.readyMs && Math.max(0, (clock.readyMs[1] - this.now.ms()) / 1000);
    const elsewhere = this.elsewhere();
    return {
      what: left === null ? 'Cool' : clockWords(left),
      about: `${now}limit ${clock.limitC === null ? 'none' : this.units.now().warmth(clock.limitC)}.${elsewhere ? ` ${elsewhere}` : ''}`,
      press: '',
    };
  }

  /** Gas that is on stays on until the root no longer colours. */
  private gasStays(): string {
    const nowC = this.cooling.shown()?.nowC;
    if (this.gas.gasOnMs() === null || (nowC !== null && nowC !== undefined && nowC < PURGE_OFF_BELOW_C)) return '';
    return `Gas stays on until the metal is below ${this.units.now().warmth(PURGE_OFF_BELOW_C)}.`;
  }

  /** Another joint that can be welded meanwhile. */
  readonly free = computed(() => {
    const shown = this.joints.shown()?.id;
    // One that has beads and is not looked at is looked at last: whether it is finished only its own plan says.
    const others = this.cooling.clocks().filter(({ joint, isCool }) => joint !== shown && isCool);
    return others.find(({ by }) => by === 'cold') ?? null;
  });

  private elsewhere(): string {
    const free = this.free();
    return free ? `Joint ${free.number} can be welded now.` : '';
  }

  constructor() {
    // What calls is told in the log, once for each time.
    let called = false;
    let calledMs = 0;
    effect(() => {
      const calls = this.words().state === 'alarm';
      this.atTorch();
      untracked(() => {
        // One device calls and logs: the one somebody welds by.
        if (calls && !called && this.atTorch()) {
          this.alarm.begin();
          if (Date.now() - calledMs > CALLED_ONCE_MS) this.logCall();
          calledMs = Date.now();
        }
        if (!calls) this.alarm.end();
        called = calls && this.atTorch();
      });
    });
  }

  private logCall(): void {
    const room = this.gas.roomPercent();
    this.weld.note(
      this.gas.isRoomShort() && room !== null
        ? { kind: 'alarm', what: 'room-oxygen', value: Math.round(10_000 * room) }
        : { kind: 'alarm', what: 'oxygen-rose', value: Math.round(this.gas.ppm() ?? 0) },
    );
  }
}
