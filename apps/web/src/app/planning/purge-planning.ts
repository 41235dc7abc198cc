import { computed, inject, Injectable, signal } from '@angular/core';
import { NO_PURGE, type JointRecord, type PurgePlan } from '@variatum/contracts';
import { fitOf, leaderOf, learntOfPurge, USUAL_SEAL } from '@variatum/job';
import {
  backShieldingWays,
  cylinderLasts,
  damsBeside,
  distancesFromFeed,
  FaultCollector,
  fillFlow,
  findGrade,
  fittedGap,
  gasForJoint,
  holesArea,
  innerSpaces,
  insideTint,
  isWithin,
  JOINTS,
  jointsOnLine,
  LIMITS,
  lineOrder,
  likelyMeltsThrough,
  openingsOf,
  pressureWhileClosing,
  purge,
  purgeLevels,
  roomToPurge,
  surfaceTensionOf,
  targetFor,
  usualFit,
  vent,
  weldingFlow,
  type Dam,
  type PurgeQuestion,
  type PurgeSpace,
  type RoomOpening,
  type VentQuestion,
} from '@variatum/metallurgy';
import { JobStore, JointStore, LearntStore, PartStore, RecordStore } from '../job/stores';
import { WorkshopStore } from '../settings/workshop-store';

/** A dam or a vent while it is pulled. */
export interface PulledPlace {
  readonly kind: 'dams' | 'vents';
  readonly index: number;
  readonly alongMm: number;
}

const POINTS = 36;

/** Of a thicker wall one pass melts no more, mm. */
const DEEPEST_POOL_MM = 50;

/** A computation, or null where sizes do not go together: what is wrong stands at its field. */
const attempt = <Value>(compute: () => Value): Value | null => new FaultCollector().attempt(compute) ?? null;

/** What cannot be reckoned with is left out of account; it stands at its field with what is wrong with it. */
function takeable(plan: PurgePlan): PurgePlan {
  const figures = ['targetPpm', 'volumeL', 'cylinderL', 'cylinderBar'] as const;
  return {
    ...plan,
    ...Object.fromEntries(figures.map((name) => [name, isWithin(plan[name], LIMITS[name]) ? plan[name] : null])),
  };
}

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
  private readonly kept = computed(() => takeable(this.jobs.job()?.purge ?? NO_PURGE), {
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
  readonly wallMm = computed(() => {
    const known = this.jobs
      .meeting()
      .flatMap(({ kind, thicknessMm }) => (kind === 'base' && thicknessMm.value !== null ? [thicknessMm.value] : []));
    return known.length > 0 ? Math.min(...known) : JOINTS.defaultThicknessMm;
  });

  readonly room = computed(() => this.roomWith(this.plan().dams));
  /** What the room wants before it can be reckoned. */
  readonly purgedRoom = computed(() => {
    const room = this.room();
    return room && roomToPurge(this.part.assembly(), room, this.plan().volumeL);
  });

  readonly hydrogen = computed(() => {
    const { gas } = this.joints.joint();
    return gas !== undefined && JOINTS.gases[gas].hydrogen;
  });
  /** The acceptance profile whose tint is aimed at. */
  readonly profile = inject(RecordStore).profile;
  readonly usualTarget = computed(() => targetFor(this.profile().tint, this.hydrogen()));
  readonly targetPpm = computed(() => this.kept().targetPpm ?? this.usualTarget());
  readonly usualFlow = computed(() => fillFlow(this.purgedRoom()?.boreMm ?? null));
  readonly flowLpm = computed(() => this.kept().flowLpm.value ?? this.usualFlow());
  readonly weldingLpm = computed(() => {
    const [low, high] = weldingFlow(this.flowLpm());
    return Math.max(LIMITS.flowLpm[0], (low + high) / 2);
  });

  /** What other purges of the workshop say of how long it takes; null: nothing. */
  readonly learnt = computed(() => learntOfPurge(this.plan().seal, this.learntStore.now()));
  private ask(space: PurgeSpace): PurgeQuestion {
    const { feed, seal } = this.kept();
    const pace = this.learnt();
    return {
      space,
      flowLpm: this.flowLpm(),
      targetPpm: this.targetPpm(),
      ...(feed ? { feed } : {}),
      seal: seal ?? USUAL_SEAL,
      ...(pace ? { pace: pace.factor } : {}),
    };
  }
  /** What is asked of the core about it; null while sizes are wanting. */
  readonly question = computed(() => {
    const space = this.purgedRoom()?.space;
    return space ? this.ask(space) : null;
  });
  /** How long it takes; null while sizes are wanting. */
  readonly answer = computed(() => {
    const question = this.question();
    return question && attempt(() => purge(question));
  });
  /** Oxygen against time, long enough to see where it settles. */
  readonly curve = computed(() => {
    const [question, answer] = [this.question(), this.answer()];
    if (!question || !answer) return null;
    const change = answer.volumeL / question.flowLpm;
    const longest = Math.max(1, 1.5 * (answer.minutes?.range90[1] ?? answer.minutes?.median ?? 8 * change), 6 * change);
    const minutes = Array.from({ length: POINTS + 1 }, (_, index) => (longest * index) / POINTS);
    const levels = attempt(() => purgeLevels({ ...question, minutes }));
    return levels && { longest, levels };
  });
  /** Oxygen behind the joint after gas has been on for so long, as predicted, ppm; null: it cannot be reckoned. */
  levelAfter(minutes: number): number | null {
    const question = this.question();
    if (!question) return null;
    const levels = attempt(() => purgeLevels({ ...question, minutes: [minutes] }));
    return levels?.[0]?.ppm ?? null;
  }

  readonly tint = computed(() => insideTint(this.targetPpm(), this.hydrogen()));

  /** Ring and gap of a joint as it is fitted up; the length is null while it is not known. */
  private openSeam({ id, joint: { type }, fit }: JointRecord): {
    readonly seamMm: number | null;
    readonly gapMm: number;
  } {
    const wall = this.wallMm();
    return {
      seamMm: this.part.joints().get(id)?.seamMm.value ?? null,
      gapMm: fittedGap(usualFit(type, [wall, wall], fitOf(fit)).gapMm),
    };
  }
  /** The gap that closes while the joint looked at is welded; its description is that of its leader. */
  private readonly gap = computed(() => {
    const [shown, leading] = [this.joints.shown(), this.joints.leading()];
    if (!shown || !leading) return null;
    const { seamMm, gapMm } = this.openSeam({ ...leading, id: shown.id });
    return seamMm ? { ringMm: seamMm, gapMm } : null;
  });
  /** Vents of the room looked at; none said: the one that is proposed. */
  readonly ownVents = computed(() => {
    const runs = this.room()?.runs ?? [];
    return this.plan().vents.filter(({ piece }) => runs.some((run) => run.piece === piece));
  });
  private ventQuestion(holesMm: readonly number[]): VentQuestion {
    const sulphur = this.jobs.meeting().map(({ grade }) => (grade === null ? 0 : (findGrade(grade)?.typical.S ?? 0)));
    return {
      flowLpm: this.weldingLpm(),
      holesMm,
      pool: { depthMm: Math.min(DEEPEST_POOL_MM, this.wallMm()) },
      surfaceTension: surfaceTensionOf(Math.max(0, ...sulphur)),
    };
  }
  /** What a vent must be, whatever is drilled already. */
  readonly proposed = computed(() => vent(this.ventQuestion([])));
  readonly holesMm = computed(() => {
    const pulled = this.pulledHole();
    if (pulled !== null) return [pulled];
    const own = this.ownVents().map(({ holeMm }) => holeMm);
    const drill = this.proposed().drill;
    return own.length > 0 ? own : drill ? [drill.mm] : [];
  });
  /** What the vent does at the end, with the joint closed. */
  readonly ventAnswer = computed(() => vent(this.ventQuestion(this.holesMm())));
  readonly closing = computed(() => {
    const gap = this.gap();
    return gap && pressureWhileClosing(this.weldingLpm(), this.holesMm(), gap, 24);
  });

  /** Joints of the line in the order they are welded; none while there is but one. */
  readonly line = computed(() => {
    const room = this.room();
    if (!room) return [];
    const all = this.joints.all();
    const seams = new Map(all.map((joint) => [joint.id, this.openSeam({ ...leaderOf(all, joint), id: joint.id })]));
    const found = jointsOnLine(distancesFromFeed(this.part.assembly(), room), seams);
    return found.length > 1 ? lineOrder(found, this.weldingLpm(), holesArea(this.holesMm())) : [];
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
      attempt(() =>
        backShieldingWays(
          { purge: questionWith([], this.kept().volumeL), dam: dams.length > 0 ? questionWith(dams, null) : undefined },
          {
            meltsThrough: this.melts(),
            hydrogen: this.hydrogen(),
            rates:
              labour === null && gas === null
                ? undefined
                : { labourPerHour: labour ?? 0, gasPerLitre: (gas ?? 0) / 1000 },
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
    if (!joint) return null;
    const rooms = dams.length === 0 ? this.part.spaces() : innerSpaces(this.part.assembly(), dams);
    return rooms.find(({ joints }) => joints.includes(joint.id)) ?? null;
  }
}
