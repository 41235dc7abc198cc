import { computed, inject, Injectable, signal } from '@angular/core';
import { NO_PURGE, type PurgePlan } from '@variatum/contracts';
import {
  attempted,
  backedJoints,
  fillFlowOf,
  hasHydrogen,
  heldFlow,
  isGasBehind,
  joinedLine,
  learntOfPurge,
  openSeam,
  purgeAnswer,
  purgeQuestion,
  roomBehind,
  takeablePurge,
  thinnestWallMm,
  usualTargetPpm,
  ventHoles,
  ventQuestion,
  ventsIn,
} from '@variatum/job';
import {
  backShieldingWays,
  cylinderLasts,
  damsBeside,
  fillFlow,
  gasForJoint,
  insideTint,
  likelyMeltsThrough,
  openingsOf,
  pressureWhileClosing,
  purgeLevels,
  roomToPurge,
  vent,
  type Dam,
  type PurgeQuestion,
  type PurgeSpace,
  type RoomOpening,
  type VentQuestion,
} from '@variatum/metallurgy';
import { JobStore, JointStore, LearntStore, PartStore, RecordStore } from '../job/stores';
import { WorkshopStore } from '../settings/workshop-store';
import { L_PER_M3 } from '../kit/units';

/** The curve is drawn so much beyond the longest wait; where there is none, and at least, so many changes of gas. */
const BEYOND = 1.5;
const NEVER_CHANGES = 8;
const LEAST_CHANGES = 6;
/** Steps in which the seam closes. */
const CLOSING_STEPS = 24;

/** A dam or a vent while it is pulled. */
export interface PulledPlace {
  readonly kind: 'dams' | 'vents';
  readonly index: number;
  readonly alongMm: number;
}

const POINTS = 36;

/**
 * The purge behind the joint looked at: its room, how long it takes, what the vent does, and what else could be done.
 */
@Injectable()
export class PurgePlanning {
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly part = inject(PartStore);
  private readonly workshops = inject(WorkshopStore);
  private readonly learntStore = inject(LearntStore);

  /** What is being pulled, and where it is so far. */
  private readonly pulled = signal<PulledPlace | null>(null);
  /** Vent hole that is being pulled, mm. */
  readonly pulledHole = signal<number | null>(null);
  private readonly kept = computed(() => takeablePurge(this.jobs.job()?.purge ?? NO_PURGE), {
    equal: (left, right) => JSON.stringify(left) === JSON.stringify(right),
  });
  /** The plan as it is kept, with what is being pulled where it is. */
  readonly plan = computed<PurgePlan>(() => {
    const plan = this.kept();
    const pulled = this.pulled();
    if (!pulled) return plan;
    const moved = <Place extends object>(places: readonly Place[]): Place[] =>
      places.map((place, index) => (index === pulled.index ? { ...place, alongMm: pulled.alongMm } : place));
    return { ...plan, [pulled.kind]: moved(plan[pulled.kind]) };
  });

  change(changes: Partial<PurgePlan>): void {
    const plan = this.jobs.job()?.purge ?? NO_PURGE;
    this.jobs.change({ purge: { ...plan, ...changes } });
  }

  /** Gas was turned on: the clock starts with what is predicted now. */
  gasOn(): void {
    const minutes = this.answer()?.minutes;
    const [least, most] = minutes?.range90 ?? [0, null];
    const pace = this.question()?.pace;
    this.change({
      clock: {
        startedAt: new Date().toISOString(),
        minutes: [least, minutes?.median ?? 0, most],
        ...(pace === undefined ? {} : { pace }),
      },
    });
    this.sayPurged();
  }

  /** Gas that was turned on stands behind its joints: those of which nobody said what does are told so. */
  private sayPurged(): void {
    if (!this.isGasBehind()) return;
    for (const { id, joint } of new Set(this.behind().map(({ leader }) => leader)))
      if (joint.backShielding === undefined) this.joints.change(id, { joint: { ...joint, backShielding: 'purge' } });
  }

  /** Moves a dam or a vent: shown at once, kept when the hand has left it. */
  move(place: PulledPlace, settled: boolean): void {
    this.pulled.set(place);
    if (!settled) return;
    const { dams, vents } = this.plan();
    this.pulled.set(null);
    this.change(place.kind === 'dams' ? { dams } : { vents });
  }

  /** A figure of the plan as it stands in its field. */
  typed(name: 'targetPpm' | 'volumeL' | 'cylinderL' | 'cylinderBar'): number | null {
    return this.jobs.job()?.purge[name] ?? null;
  }

  /** Puts a vent at a place. */
  drill({ piece, share }: RoomOpening, holeMm: number): void {
    const alongMm = Math.round(share * (this.part.pieceLength(piece) ?? 0));
    this.change({ vents: [...this.kept().vents, { piece, alongMm, holeMm }] });
  }

  /** Whether what stands in a field of the plan cannot be taken. */
  errorOf(name: keyof PurgePlan): boolean {
    return this.jobs.errors()[`purge.${name}`] !== undefined;
  }

  /** Thinnest known wall that meets in the joint looked at, mm; as usual while none is known. */
  readonly wallMm = computed(() => thinnestWallMm(this.jobs.meeting()));

  readonly room = computed(() => this.roomWith(this.plan().dams));
  /** What the room wants before it can be reckoned. */
  readonly purgedRoom = computed(() => {
    const room = this.room();
    return room && roomToPurge(this.part.assembly(), room, this.plan().volumeL);
  });

  /** Joints of the room behind the joint looked at; that one alone where it has none. */
  private readonly behind = computed(() => {
    const [room, shown, job] = [this.room(), this.joints.shown(), this.jobs.job()];
    if (!shown || !job) return [];
    const backed = backedJoints(job, this.joints.all());
    return backed.filter(({ joint: { id } }) => (room ? room.joints.includes(id) : id === shown.id));
  });
  /** Whether gas stands behind the joint looked at: somebody says so, or a root melts through into its room. */
  readonly isGasBehind = computed(() => this.behind().length > 0 && isGasBehind(this.behind(), this.room() !== null));
  readonly hydrogen = computed(() => hasHydrogen(this.joints.joint()));
  /** The acceptance profile whose tint is aimed at. */
  readonly profile = inject(RecordStore).profile;
  readonly usualTarget = computed(() => usualTargetPpm(this.profile(), this.hydrogen()));
  readonly targetPpm = computed(() => this.kept().targetPpm ?? this.usualTarget());
  readonly usualFlow = computed(() => fillFlow(this.purgedRoom()?.boreMm ?? null));
  readonly flowLpm = computed(() => fillFlowOf(this.kept(), this.purgedRoom()?.boreMm ?? null));
  readonly weldingLpm = computed(() => heldFlow(this.flowLpm()));

  /** What other purges of the workshop say of how long it takes; null: nothing. */
  readonly learnt = computed(() => learntOfPurge(this.plan().seal, this.learntStore.now()));
  private ask(space: PurgeSpace): PurgeQuestion {
    const [plan, flowLpm, targetPpm, pace] = [this.kept(), this.flowLpm(), this.targetPpm(), this.learnt()?.factor];
    return purgeQuestion(space, { plan, flowLpm, targetPpm, pace });
  }
  /** What is asked of the core about it; null while sizes are wanting. */
  readonly question = computed(() => {
    const space = this.purgedRoom()?.space;
    return space ? this.ask(space) : null;
  });
  /** How long it takes; null while sizes are wanting. */
  readonly answer = computed(() => purgeAnswer(this.question()));
  /** Oxygen against time, long enough to see where it settles. */
  readonly curve = computed(() => {
    const [question, answer] = [this.question(), this.answer()];
    if (!question || !answer) return null;
    const change = answer.volumeL / question.flowLpm;
    const longest = Math.max(
      1,
      BEYOND * (answer.minutes?.range90[1] ?? answer.minutes?.median ?? NEVER_CHANGES * change),
      LEAST_CHANGES * change,
    );
    const minutes = Array.from({ length: POINTS + 1 }, (_, index) => (longest * index) / POINTS);
    const levels = attempted(() => purgeLevels({ ...question, minutes }));
    return levels && { longest, levels };
  });
  /** Oxygen behind the joint after gas has been on for so long, as predicted, ppm; null: it cannot be reckoned. */
  levelAfter(minutes: number): number | null {
    const question = this.question();
    if (!question) return null;
    const levels = attempted(() => purgeLevels({ ...question, minutes: [minutes] }));
    return levels?.[0]?.ppm ?? null;
  }

  readonly tint = computed(() => insideTint(this.targetPpm(), this.hydrogen()));

  /** The gap that closes while the joint looked at is welded; its description is that of its leader. */
  private readonly gap = computed(() => {
    const [shown, leading] = [this.joints.shown(), this.joints.leading()];
    if (!shown || !leading) return null;
    const { seamMm, gapMm } = openSeam(this.part.laid(), shown.id, leading, this.wallMm());
    return seamMm ? { ringMm: seamMm, gapMm } : null;
  });
  /** Vents of the room looked at; none said: the one that is proposed. */
  readonly ownVents = computed(() => ventsIn(this.room(), this.plan().vents));
  private ventQuestion(holesMm: readonly number[]): VentQuestion {
    return ventQuestion(this.weldingLpm(), holesMm, this.wallMm(), this.jobs.meeting());
  }
  /** What a vent must be, whatever is drilled already. */
  readonly proposed = computed(() => vent(this.ventQuestion([])));
  readonly holesMm = computed(() => {
    const pulled = this.pulledHole();
    return pulled === null ? ventHoles(this.room(), this.plan(), this.proposed) : [pulled];
  });
  /** What the vent does at the end, with the joint closed. */
  readonly ventAnswer = computed(() => vent(this.ventQuestion(this.holesMm())));
  readonly closing = computed(() => {
    const gap = this.gap();
    return gap && pressureWhileClosing(this.weldingLpm(), this.holesMm(), gap, CLOSING_STEPS);
  });

  /** Joints of the line in the order they are welded; none while there is but one. */
  readonly line = computed(() => {
    const [wallMm, flowLpm, holesMm] = [this.wallMm(), this.weldingLpm(), this.holesMm()];
    return joinedLine(this.part.laid(), this.room(), this.joints.all(), { wallMm, flowLpm, holesMm });
  });
  /** Where gas goes in and out. */
  private readonly openings = computed(() => {
    const room = this.room();
    return room ? openingsOf(room) : null;
  });
  readonly feedAt = computed(() => this.openings()?.feed ?? null);
  /** Where a vent is put that nobody has placed. */
  readonly farEnd = computed(() => this.openings()?.vent ?? null);

  readonly melts = computed(() => likelyMeltsThrough(this.joints.joint().type, this.wallMm()));
  /** All ways of shielding the back of the joint looked at, side by side. */
  readonly ways = computed(() => {
    const questionWith = (dams: readonly Dam[], volumeL: number | null): PurgeQuestion | undefined => {
      const room = this.roomWith(dams);
      const space = room && roomToPurge(this.part.assembly(), room, volumeL).space;
      return space ? this.ask(space) : undefined;
    };
    const dams = this.nearDams();
    const rates = this.workshops.workshop()?.rates;
    const [labour, gas] = [rates?.labourPerHour ?? null, rates?.gasPerCubicMetre ?? null];
    return (
      attempted(() =>
        backShieldingWays(
          { purge: questionWith([], this.kept().volumeL), dam: dams.length > 0 ? questionWith(dams, null) : undefined },
          {
            meltsThrough: this.melts(),
            hydrogen: this.hydrogen(),
            rates:
              labour === null && gas === null
                ? undefined
                : { labourPerHour: labour ?? 0, gasPerLitre: (gas ?? 0) / L_PER_M3 },
          },
        ),
      ) ?? []
    );
  });
  /** Dams beside the joint looked at, to be taken over. */
  readonly nearDams = computed(() => {
    const joint = this.joints.shown();
    return joint ? damsBeside(this.part.assembly(), joint.id) : [];
  });

  readonly cylinder = computed(() => {
    const { cylinderL, cylinderBar } = this.plan();
    const answer = this.answer();
    if (cylinderL === null || cylinderBar === null || !answer?.minutes) return null;
    return cylinderLasts(cylinderL, cylinderBar, gasForJoint(answer.minutes, this.flowLpm()));
  });

  /** The room the back of the joint looked at lies in, with these dams set. */
  private roomWith(dams: readonly Dam[]) {
    const joint = this.joints.shown();
    return joint && roomBehind(this.part.laid(), joint.id, dams);
  }
}
