import { computed, DestroyRef, effect, inject, Injectable, signal, untracked } from '@angular/core';
import { NO_SEAM_ORDER, type KeptPlan, type SeamOrder } from '@variatum/contracts';
import { isSameOrder, laidJoint, weldHeatQuestion, type LikelyMetal } from '@variatum/job';
import {
  checkSeam,
  InputError,
  planFaults,
  readyRuns,
  turnedRuns,
  USUAL_TRAVEL_MM_PER_S,
  type ArcRun,
  type Judgement,
  type JudgedPlan,
  type OrderSearch,
  type PlanFault,
  type SeamQuestion,
  type WeldHeat,
} from '@variatum/metallurgy';
import { catchError, of } from 'rxjs';
import { ComputeService } from '../compute/compute.service';
import { JobPlan } from '../job/job-plan';
import { JointStore, PartStore } from '../job/stores';
import { LongWork } from './long-work';
import { PurgePlanning } from './purge-planning';
import { Settling } from './settling';
import { SettingsPlanning } from './settings-planning';

/** Ends of runs nearer than this are one place, mm. */
const SAME_MM = 0.01;

/** Runs over the same stretch the same way. */
const sameRun = (one: ArcRun, other: ArcRun): boolean =>
  Math.abs(one.fromMm - other.fromMm) < SAME_MM &&
  Math.abs(one.toMm - other.toMm) < SAME_MM &&
  one.person === other.person;

const NO_METALS: ReadonlyMap<string, LikelyMetal> = new Map();

const same = (left: unknown, right: unknown): boolean => JSON.stringify(left) === JSON.stringify(right);

/**
 * Heat and order of the joint looked at: its seam, the orders that can be taken, the one that is, and what its heat
 * does.
 */
@Injectable()
export class OrderPlanning {
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly plan = inject(JobPlan);
  private readonly compute = inject(ComputeService);
  private readonly settings = inject(SettingsPlanning);
  private readonly purge = inject(PurgePlanning);

  /** How the joint looked at is welded; null: there is none. */
  private readonly planned = this.plan.shown;
  /** Whether somebody looks: nothing is searched before. */
  readonly open = signal(false);
  /** What is kept of it. */
  readonly kept = computed<SeamOrder>(() => this.planned()?.kept ?? NO_SEAM_ORDER, { equal: same });

  change(changes: Partial<SeamOrder>): void {
    const leading = this.joints.leading();
    if (leading) this.joints.change(leading.id, { seamOrder: { ...leading.seamOrder, ...changes } });
  }

  /** What each piece most likely is, as far as heat asks. */
  readonly metals = computed(() => this.plan.whole()?.facts.metals ?? NO_METALS);
  /** The joint looked at as it lies in the picture. */
  readonly laid = computed(() => laidJoint(this.part.laid(), this.joints.shown()?.id));
  /** The joint as a seam with metal on both sides; null where its sizes give none. */
  readonly seam = computed(() => this.planned()?.seam ?? null, { equal: same });
  readonly usualPassCount = computed(() => this.planned()?.usual.passes ?? 1);
  readonly passes = computed(() => this.planned()?.count ?? 1);
  /** How fast the hand usually goes there, mm/s. */
  readonly usualTravel = computed(() => this.planned()?.usual.travelMmPerS ?? USUAL_TRAVEL_MM_PER_S);
  /** Limit of the metal that bears least; null where nobody asks for one. */
  readonly usualInterpassC = computed(() => this.planned()?.usual.interpassC ?? null);
  readonly tacks = computed(() => this.planned()?.tacks ?? null);
  /** What is asked of the search and of the simulation; null while the joint or its settings are not there. */
  readonly question = computed<SeamQuestion | null>(() => this.planned()?.question ?? null, { equal: same });

  private readonly searched = new LongWork<OrderSearch>();
  readonly search = this.searched.now;
  private readonly simulated = new LongWork<WeldHeat>();
  readonly heat = this.simulated.now;
  private readonly settling = new Settling();

  /** Order that is looked at: one of the list by its id; null: the one that was chosen, else the best. */
  readonly lookedAt = signal<string | null>(null);
  /** Runs of one's own, while they are not kept. */
  readonly own = signal<readonly ArcRun[] | null>(null);

  /** The chosen plan, as long as it is of this seam. */
  readonly chosen = computed<KeptPlan | null>(() => this.planned()?.order ?? null);
  /** A plan was chosen for another length of seam than it has now. */
  readonly outdated = computed(() => this.kept().plan !== null && this.chosen() === null && this.seam() !== null);

  /** What one's own runs come to; of the runs before while it is being reckoned. */
  private readonly judged = signal<Judgement | null>(null);
  private readonly ownRuns = computed(() => this.own() ?? this.chosen()?.runs ?? null, { equal: same });

  /** Orders to choose from: found first, then the usual ones, one's own last. */
  readonly plans = computed<readonly JudgedPlan[]>(() => {
    const found = this.search().answer;
    const [own, judged] = [this.ownRuns(), this.judged()];
    const mine =
      own && judged
        ? [{ id: 'own', title: this.own() ? 'your own' : (this.chosen()?.title ?? ''), runs: own, judged }]
        : [];
    const list = found ? [...(found.best.id === 'found' ? [found.best] : []), ...found.habits] : [];
    return [...list.map((plan) => (plan.id === 'found' ? { ...plan, title: 'found by search' } : plan)), ...mine];
  });
  readonly shown = computed<JudgedPlan | null>(() => {
    const plans = this.plans();
    const wanted = this.lookedAt() ?? (this.own() || this.chosen() ? 'own' : null);
    return (
      plans.find(({ id }) => id === wanted) ??
      (wanted === 'own' ? null : (plans.find(({ id }) => id === this.search().answer?.best.id) ?? plans[0] ?? null))
    );
  });
  /** Whether the order looked at is the one the weld will follow. */
  readonly isChosen = computed(() => {
    const [shown, chosen, seam] = [this.shown(), this.chosen(), this.question()];
    return shown !== null && chosen !== null && seam !== null && isSameOrder(seam, shown.runs, chosen.runs);
  });

  /** What the order looked at does not keep to. */
  readonly faults = computed<readonly PlanFault[]>(() => {
    const [seam, shown] = [this.question(), this.shown()];
    return seam && shown ? planFaults(seam, shown.runs) : [];
  });
  /** How the part is turned before each run of the root of the order looked at. */
  readonly turned = computed(() => {
    const [seam, shown] = [this.question(), this.shown()];
    return seam && shown ? turnedRuns(seam, shown.runs) : [];
  });

  private readonly heatQuestion = computed(
    () => {
      const [seam, shown] = [this.question(), this.shown()];
      if (!seam || !shown) return null;
      return weldHeatQuestion(
        seam,
        shown.runs,
        this.kept(),
        this.planned()?.settings.root ?? null,
        this.purge.isGasBehind(),
      );
    },
    { equal: same },
  );

  constructor() {
    effect((onCleanup) => {
      const [seam, runs] = [this.question(), this.ownRuns()];
      if (!seam || !runs) return;
      // What cannot be reckoned stands at its field.
      const asking = this.compute
        .judgeOrder({ seam, runs })
        .pipe(catchError(() => of(null)))
        .subscribe((judged) => this.judged.set(judged));
      onCleanup(() => asking.unsubscribe());
    });
    effect((onCleanup) => {
      const question = this.question();
      if (!this.open() || !question) return;
      onCleanup(this.settling.when(() => this.searchAnew()));
    });
    effect((onCleanup) => {
      const question = this.heatQuestion();
      if (!this.open() || !question) return;
      onCleanup(this.settling.when(() => this.simulateAnew()));
    });
    // Another joint has another seam: what was looked at there is not of it.
    const shownId = computed(() => this.joints.shown()?.id);
    effect(() => {
      shownId();
      untracked(() => {
        this.searched.clear();
        this.simulated.clear();
        this.lookedAt.set(null);
        this.own.set(null);
        this.judged.set(null);
      });
    });
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  /** Searches again, whatever ran before. */
  searchAnew(): void {
    const seam = this.question();
    if (seam) this.searched.begin(this.compute.orderPlans({ seam, aim: this.kept().aim }));
  }

  simulateAnew(): void {
    const question = this.heatQuestion();
    if (question) this.simulated.begin(this.compute.weldHeat(question));
  }

  /** Stops what runs and what is about to; what was there before stays. */
  stop(): void {
    this.settling.callOff();
    this.searched.stop();
    this.simulated.stop();
  }

  /** Takes an order as the plan the weld follows. */
  choose(plan: JudgedPlan): void {
    const seam = this.question();
    if (!seam) return;
    const title = plan.id === 'own' ? (this.own() ? 'your own' : plan.title) : plan.title;
    this.change({ plan: { id: plan.id, title, lengthMm: seam.lengthMm, runs: [...readyRuns(seam, plan.runs)] } });
    this.own.set(null);
    this.lookedAt.set(null);
  }

  /** Changes the order that is looked at: it becomes one's own. */
  edit(runs: readonly ArcRun[]): void {
    const shown = this.shown();
    if (shown) this.judged.set(shown.judged);
    this.own.set(runs);
    this.lookedAt.set('own');
  }

  /** Fixes a run of the root to come first, or lets it go again: the search orders the rest. */
  fix(run: ArcRun): void {
    const { fixed } = this.kept();
    const kept = fixed.filter((one) => !sameRun(one, run));
    this.change({ fixed: kept.length < fixed.length ? kept : [...fixed, { ...run, pass: 0, restS: 0 }] });
  }

  isFixed(run: ArcRun): boolean {
    return this.kept().fixed.some((one) => sameRun(one, run));
  }

  /** Letter of the piece on a side of the seam. */
  letter(side: 0 | 1): string {
    const sides = this.laid()?.settled.sides ?? [];
    const settled = sides[side] ?? sides[0];
    return settled ? (this.part.letters().get(settled.piece) ?? '') : '';
  }

  /** Why the seam as it is described is not reckoned. */
  private refused(): string {
    try {
      const question = this.question();
      if (question) checkSeam(question);
    } catch (error) {
      if (error instanceof InputError) return `Heat and order are not reckoned: ${error.errors[0]?.message ?? ''}.`;
      throw error;
    }
    return 'Heat is not reckoned for these metals and sizes.';
  }

  /** What is missing before heat and order can be reckoned. */
  readonly wants = computed(() => {
    if (!this.joints.shown()) return 'Describe a joint under Joint; heat and order follow.';
    if (!this.seam()) return 'Heat and order want the sizes of the pieces and where the joint sits.';
    if (this.search().failed || this.heat().failed) return this.refused();
    return this.settings.amps() === null ? 'Reckoning the settings' : 'Reckoning';
  });
}
