import { computed, inject, Injectable, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import type { WeldRecord } from '@variatum/contracts';
import { atHandOf, ferriteAfter, isArc, nextAtJoint, redoneOrder, type AtHand, type FerriteMoved } from '@variatum/job';
import {
  deviationsOf,
  tackCurrent,
  type Deviation,
  type FollowedStep,
  type PassLog,
  type PlannedWeld,
  type Process,
  type WeldEntry,
} from '@variatum/metallurgy';
import { catchError, forkJoin, of } from 'rxjs';
import { ComputeService } from '../../compute/compute.service';
import { AnswerService } from '../../job/answer.service';
import { JobPlan } from '../../job/job-plan';
import { JobStore, JointStore, WeldStore } from '../../job/stores';
import { OrderPlanning, SettingsPlanning } from '../../planning';
import { SaidAtHand } from './at-hand';

const NOTHING_AT_HAND: AtHand = { amps: null, rod: undefined, rodMm: null, lot: '' };

/** The weld of the joint looked at: its plan as steps, its log, what is next, and what went otherwise. */
@Injectable()
export class WeldPlanning {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly weld = inject(WeldStore);
  private readonly answers = inject(AnswerService);
  private readonly plan = inject(JobPlan);
  private readonly compute = inject(ComputeService);
  readonly order = inject(OrderPlanning);
  readonly settings = inject(SettingsPlanning);

  /** Which of two people works at this device. */
  readonly person = signal<0 | 1>(0);
  private readonly said = inject(SaidAtHand);

  /** How the joint looked at is welded; null: there is none. */
  private readonly own = this.plan.shown;
  readonly log = computed<PassLog>(() => this.own()?.log ?? this.weld.logOf(undefined));
  readonly planTitle = computed(() => {
    const { order, title } = this.own() ?? { order: null, title: '' };
    return order ? title : `no order chosen${title ? `: ${title}` : ''}`;
  });

  readonly steps = computed<readonly FollowedStep[]>(() => this.own()?.followed ?? []);
  /** What this person does next; null: nothing, or the other has to be waited for. */
  readonly next = computed<FollowedStep | null>(() =>
    nextAtJoint(this.steps(), this.order.kept().people === 2 ? this.person() : null, this.log()),
  );
  readonly isDone = computed(() => this.steps().length > 0 && this.steps().every(({ state }) => state === 'done'));
  /** The bead laid last here, where something can hardly be of it: it is asked about before anything is made of it. */
  readonly doubtful = computed(() => {
    const bead = this.log().beads.findLast(({ doubt }) => doubt !== null);
    return bead?.doubt ? { id: bead.id, doubt: bead.doubt.what, value: bead.doubt.value } : null;
  });
  /** Bead that burns at this device. */
  readonly burning = computed(
    () => this.log().burning.find(({ person }) => this.order.kept().people === 1 || person === this.person()) ?? null,
  );

  /** The bead that burns here, else the step that is next: what everything on the screen is about. */
  readonly about = computed(() => this.burning() ?? this.next());
  /** Rod of the bead that was laid last, else the one at hand. */
  readonly lastRod = computed(() => this.log().beads.at(-1)?.rod ?? this.atHand().rod ?? null);

  /** What is set and held: what was said last, else the plan. */
  readonly atHand = computed<AtHand>(() => {
    const own = this.own();
    const said = this.said.of(own?.facts.joint.id);
    return own
      ? atHandOf({ ...own, rod: own.rod.used, leader: own.facts.leader }, this.next(), this.log(), said)
      : NOTHING_AT_HAND;
  });

  say(changes: Partial<AtHand>): void {
    const shown = this.joints.shown();
    if (shown) this.said.say(shown.id, changes);
  }

  private readonly planned = computed<PlannedWeld>(() => {
    const [tackAmps, set] = [this.own()?.tackAmps ?? null, this.settings.set()];
    return {
      steps: this.steps(),
      amps: (pass, tack) => {
        if (!tack) return this.settings.ampsOf(this.own()?.ways[pass]?.kind ?? 'root');
        return tackAmps === null ? null : tackCurrent(tackAmps);
      },
      travelMmPerS: this.order.question()?.arcs[0]?.travelMmPerS ?? this.order.usualTravel(),
      rod: this.settings.rod(),
      rodMm: set?.rodMm ?? null,
      interpassC: this.limitC(),
      held: this.isHeld(),
    };
  });
  /** Limit between passes, °C; null: nobody asks for one. */
  readonly limitC = computed(() => this.own()?.metal.interpassMaxC ?? null);
  /** Whether that is a lowest one: metal that hardens is held warm. */
  readonly isHeld = computed(() => this.own()?.isHeldWarm ?? false);
  readonly deviations = computed<readonly Deviation[]>(() => deviationsOf(this.log(), this.planned()));

  /** Ferrite as it was expected, and with what was done otherwise to the dilution; null: nothing of that. */
  readonly ferriteMoved = computed<FerriteMoved | null>(() => {
    const ratio = this.deviations().findLast(({ heatRatio, touches }) => touches === 'ferrite' && heatRatio !== null);
    const curve = this.answers.settled()?.dilutionCurve;
    if (!ratio?.heatRatio || !curve || curve.rod === null || curve.rod !== this.answers.best()?.rod) return null;
    const planned = this.own()?.completed?.dilution.mode;
    return planned === undefined ? null : ferriteAfter(curve, planned, ratio.heatRatio);
  });

  /**
   * What the weld comes to with what was done otherwise: runs in the order they were made, with the heat they had;
   * null: nothing was.
   */
  private readonly redone = computed(
    () => {
      const seam = this.order.question();
      return seam && this.deviations().length > 0
        ? redoneOrder(seam, this.own()?.runs ?? [], this.steps(), this.log())
        : null;
    },
    { equal: (one, other) => JSON.stringify(one) === JSON.stringify(other) },
  );
  private readonly judgedAnew = rxResource({
    params: () => this.redone() ?? undefined,
    // What cannot be reckoned is not told.
    stream: ({ params: { planned, now } }) =>
      forkJoin([this.compute.judgeOrder(planned), this.compute.judgeOrder(now)]).pipe(catchError(() => of(null))),
  });
  /** As planned, and as it comes out now. */
  readonly reckonedAnew = computed(() => (this.judgedAnew.hasValue() ? this.judgedAnew.value() : null));

  /** Strikes the arc for what is next, or for a repair. @returns whether it is logged */
  start(repair = false): boolean {
    const [shown, step] = [this.joints.shown(), this.next()];
    if (!shown || (!step && !repair)) return false;
    const { amps, rod, rodMm, lot } = this.atHand();
    const last = this.log().beads.at(-1);
    const entry: WeldEntry = {
      kind: 'start',
      bead: repair ? 'repair' : (step?.bead ?? 'run'),
      pass: step?.pass ?? last?.pass ?? 0,
      number: step?.number ?? 0,
      fromMm: repair ? (last?.toMm ?? 0) : (step?.goesOnMm ?? 0),
      toMm: repair ? (last?.toMm ?? 0) : (step?.endsMm ?? 0),
      amps,
      rod: rod ?? null,
      rodMm,
      lot,
      person: this.order.kept().people === 2 ? this.person() : 0,
      ...this.plannedArcs(),
      ...this.processAt(step?.pass ?? last?.pass ?? 0),
    };
    return this.weld.add(shown.id, entry, 'striking the arc') !== null;
  }

  /** Process a pass is welded by, where it is no tungsten arc. */
  private processAt(pass: number): { readonly process?: Process } {
    const process = this.plan.shown()?.ways[pass]?.process;
    return process === undefined || process === 'gtaw' ? {} : { process };
  }

  /** Arcs the whole part takes by its plan; nothing while a joint of it is not planned. */
  private plannedArcs(): { readonly planned?: number } {
    const { steps, joints } = this.plan.plan() ?? { steps: [], joints: [] };
    const arcs = steps.filter(isArc);
    const isWhole = joints.every(({ id }) => arcs.some(({ joint }) => joint === id));
    return isWhole && arcs.length > 0 ? { planned: arcs.length } : {};
  }

  /** Puts the arc out. @param toMm how far it came; null: to its end */
  stop(why: Extract<WeldEntry, { kind: 'stop' }>['why'], toMm: number | null = null): boolean {
    const [shown, burning] = [this.joints.shown(), this.burning()];
    if (!shown || !burning) return false;
    return this.weld.add(shown.id, { kind: 'stop', of: burning.id, why, toMm }, 'putting the arc out') !== null;
  }

  /** Logs something else of the joint looked at. */
  note(entry: WeldEntry): boolean {
    const shown = this.joints.shown();
    return shown !== null && this.weld.add(shown.id, entry) !== null;
  }

  /** Somebody says that what could hardly be of the last bead was so. */
  itWasSo(): void {
    const of = this.doubtful()?.id;
    if (of !== undefined) this.note({ kind: 'confirmed', of });
  }

  /** What was logged last here; undefined: nothing that stands. */
  lastEntry(): WeldRecord | undefined {
    const shown = this.joints.shown();
    return shown ? this.weld.records(shown.id).findLast(({ struckOutAt }) => struckOutAt === null) : undefined;
  }

  /** Strikes out what was logged last here. @returns whether there was anything */
  takeBackLast(): boolean {
    const last = this.lastEntry();
    if (!last) return false;
    this.weld.strikeOut(last.id, 'taken back at the torch');
    return true;
  }
}
