import type { JobDetail, WeldRecord } from '@variatum/contracts';
import type { WeldEntry } from '@variatum/metallurgy';
import { wholePlan, type PlanInput, type WholePlan, type JointPlan } from '../plan';
import {
  atHandOf,
  INSIDE_UNSEEN,
  jointsInTurn,
  nextAct,
  nextAtJoint,
  ROOM_UNWATCHED,
  type TorchAct,
  type TorchFacts,
} from '../torch';

/** An arc as the torch asks for it. */
export interface TorchArc {
  readonly joint: string;
  readonly bead: 'tack' | 'run';
  readonly pass: number;
  readonly fromMm: number;
  readonly toMm: number;
  readonly rod: string | null | undefined;
  readonly amps: number | null;
  /** Limit the torch waits for where the metal is hot, °C; null: it does not wait. */
  readonly limitC: number | null;
  /** Whether the bead before it is peened. */
  readonly isPeened: boolean;
  /** Whether gas is asked for while none is on. */
  readonly asksForGas: boolean;
}

/** A part welded from its first arc to its last, as the torch asks for it. */
export interface TorchWalk {
  readonly arcs: readonly TorchArc[];
  /** Whether it was walked to its end. */
  readonly isWhole: boolean;
}

/** Longer parts are walked so far. */
const MOST_ARCS = 60;
/** Metal right after an arc, °C. */
const HOT_C = 900;
/** Seconds from one arc to the next, long enough for any rest. */
const APART_S = 3600;

/** What the torch knows where nothing was done yet and the metal is as it was told. */
function factsOf(own: JointPlan, whole: WholePlan, next: TorchFacts['next'], nowC: number | null): TorchFacts {
  const space = whole.spaces.find(({ space: one }) => one.joints.includes(own.facts.joint.id));
  const isWanted = space?.isGas ?? false;
  return {
    room: ROOM_UNWATCHED,
    burning: null,
    doubt: null,
    gas: {
      isWanted,
      isOn: isWanted && nowC !== null,
      isReady: nowC !== null,
      hasRisen: false,
      inside: INSIDE_UNSEEN,
      left: null,
      fault: null,
      onlySlow: false,
    },
    metal:
      nowC === null
        ? null
        : {
            measuredC: nowC,
            nowC,
            by: 'meter',
            limitC: own.metal.interpassMaxC,
            isCool: own.metal.interpassMaxC === null || nowC <= own.metal.interpassMaxC,
            readyMs: null,
          },
    isHeldWarm: own.isHeldWarm,
    isPeened: own.metal.isPeened,
    next,
    isDone: false,
    lastEndMs: null,
    free: null,
    turn: null,
    here: null,
    afterwards: { releaseBelowC: null, heat: null },
  };
}

const limitOf = (act: TorchAct): number | null => (act.code === 'cool' ? act.limitC : null);

/** An identifier by its number, the same each time. */
const idOf = (number: number): string => `00000000-0000-4000-9000-${number.toString(16).padStart(12, '0')}`;

/** Strikes every arc the torch asks for and puts it out at its end, each logged before the next is asked for. */
export function walkTorch(input: PlanInput): TorchWalk {
  const arcs: TorchArc[] = [];
  let job: JobDetail = input.job;
  for (let number = 0; number < MOST_ARCS; number++) {
    const whole = wholePlan({ ...input, job }, null);
    const turn = jointsInTurn(whole.plan.steps)[0];
    const own = whole.joints.find(({ facts }) => facts.joint.id === turn?.joint);
    const next = own && nextAtJoint(own.followed, null, own.log);
    if (!own || !next) return { arcs, isWhole: true };
    const isRun = next.bead === 'run';
    const limitHolds = isRun && (own.limitsC[next.pass] ?? null) !== null;
    const asked = { isRun, restS: next.restS, limitHolds };
    const hot = nextAct(factsOf(own, whole, asked, HOT_C), 0);
    const { amps, rod } = atHandOf({ ...own, rod: own.rod.used, leader: own.facts.leader }, next, own.log, {});
    arcs.push({
      joint: own.facts.joint.id,
      bead: next.bead,
      pass: next.pass,
      fromMm: next.fromMm,
      toMm: next.toMm,
      rod,
      amps,
      limitC: limitOf(hot),
      isPeened: hot.code === 'cool' && hot.isPeened,
      asksForGas: nextAct(factsOf(own, whole, asked, null), 0).code === 'gas-on',
    });
    job = { ...job, weld: [...job.weld, ...logged(job, own, next, number, { amps, rod: rod ?? null })] };
  }
  return { arcs, isWhole: false };
}

/** A bead as it is logged: struck for a step of the plan, put out at its end. */
function logged(
  job: JobDetail,
  own: JointPlan,
  { bead, pass, number, fromMm, toMm, person }: NonNullable<ReturnType<typeof nextAtJoint>>,
  at: number,
  { amps, rod }: { readonly amps: number | null; readonly rod: string | null },
): readonly WeldRecord[] {
  const [start, stop] = [idOf(2 * at), idOf(2 * at + 1)];
  const entry = (id: string, seconds: number, what: WeldEntry): WeldRecord => {
    const moment = new Date(Date.parse(job.createdAt) + 1000 * (APART_S * at + seconds)).toISOString();
    return {
      id,
      jobId: job.id,
      jointId: own.facts.joint.id,
      at: moment,
      entry: what,
      madeBy: null,
      version: 1,
      createdAt: moment,
      struckOutAt: null,
      struckOutReason: null,
    };
  };
  const seconds = Math.max(1, Math.abs(toMm - fromMm) / (own.question?.arcs[0]?.travelMmPerS ?? 1));
  return [
    entry(start, 0, { kind: 'start', bead, pass, number, fromMm, toMm, amps, rod, rodMm: null, lot: '', person }),
    entry(stop, seconds, { kind: 'stop', of: start, why: 'end', toMm: null }),
  ];
}
