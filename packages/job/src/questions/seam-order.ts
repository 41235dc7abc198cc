import { NO_SEAM_ORDER, type KeptPlan, type SeamOrder } from '@variatum/contracts';
import {
  arcOfProcess,
  aimAtThicker,
  bevelRootWall,
  cupBoreMm,
  habitsOf,
  isFilleted,
  isSameSeam,
  isTacked,
  isWithin,
  JOINTS,
  jointSeam,
  LIMITS,
  passesFor,
  readyRuns,
  shouldComeThrough,
  tackLength,
  tackPlan,
  USUAL_COVER,
  usualPasses,
  type ArcRun,
  type CastIronRules,
  type DepositedJoint,
  type JointInput,
  type JointType,
  type SeamProblem,
  type SeamQuestion,
  type TackPlan,
  type TorchSettings,
  type WeldHeatQuestion,
  type Process,
} from '@variatum/metallurgy';
import { laidJoint, type LaidPart } from '../records';
import type { LikelyMetal } from './likely-metal';
import { isOnSeam, stretchesOf } from './seam-places';

const SECONDS = 60;

/** A joint as a seam with metal on both sides. */
export type JointSeam = Pick<SeamQuestion, 'kind' | 'lengthMm' | 'beyondMm' | 'closedInside' | 'sides'>;

/** Tacks of a seam, and how long each is, mm. */
export interface SeamTacks extends TackPlan {
  readonly lengthMm: number;
}

/** What is kept of heat and order; a record of an older program says less. */
export const keptOrder = (kept: Partial<SeamOrder> | undefined): SeamOrder => ({ ...NO_SEAM_ORDER, ...kept });

/** A figure of the order as it can be reckoned with: what is wrong stands at its field. */
function takeable(kept: SeamOrder, name: 'passes' | 'travelMmPerS' | 'interpassC' | 'colourWithinMm'): number | null {
  const value = kept[name];
  return isWithin(value, LIMITS[name]) ? value : null;
}

/** A joint of the part as a seam; null while its length is not known, wherever it is drawn. */
export function seamOf(
  part: Pick<LaidPart, 'layout' | 'figures'>,
  jointId: string | undefined,
  metals: ReadonlyMap<string, LikelyMetal>,
): JointSeam | null {
  const joint = laidJoint(part, jointId);
  if (!joint || (part.figures.get(joint.id)?.seamMm.value ?? null) === null) return null;
  return jointSeam({ joint, pieces: part.layout.pieces, metals, usualThicknessMm: JOINTS.defaultThicknessMm });
}

/** Thinner wall beside a seam, mm. */
export const thinnerMm = ({ sides }: Pick<JointSeam, 'sides'>): number =>
  Math.min(...sides.map(({ thicknessMm }) => thicknessMm));

/**
 * Passes usual for a seam: one where its edges are melted together.
 * @param deposited what its rod is reckoned from
 */
export const usualPassCount = (seam: JointSeam | null, deposited: DepositedJoint): number =>
  seam === null || deposited.rodMm === null ? 1 : passesFor(deposited, usualPasses(thinnerMm(seam)).length);

/** Passes of a seam: as they are said, else as usual. */
export const passesOf = (kept: SeamOrder, usual: number): number => takeable(kept, 'passes') ?? usual;

/** How fast the hand goes, mm/s: as it is said, else as usual. */
export const travelOf = (kept: SeamOrder, usualMmPerS: number): number => takeable(kept, 'travelMmPerS') ?? usualMmPerS;

/** Most between passes, °C: as it is said, else as usual; null: nobody asks for a limit. */
export const interpassOf = (kept: SeamOrder, usualC: number | null): number | null =>
  takeable(kept, 'interpassC') ?? usualC;

/**
 * Tacks of a seam; null: nothing is held together by it.
 * @param isWide whether its mix cracks, and wants them wide and filled
 */
export function tacksOf(seam: JointSeam, type: JointType, isWide: boolean): SeamTacks | null {
  if (!isTacked(type)) return null;
  const thinMm = thinnerMm(seam);
  const plan = tackPlan({ seamMm: seam.lengthMm, closed: seam.kind === 'ring' }, thinMm, isWide);
  return plan && { ...plan, lengthMm: tackLength(thinMm) };
}

/** Places of tacks along a seam, mm. */
export const tackPlacesMm = ({ at, closed }: SeamTacks, { lengthMm }: Pick<JointSeam, 'lengthMm'>): number[] =>
  at.map((one) => (closed ? (one / 360) * lengthMm : one));

/** What the question of a seam is made from. */
export interface SeamFacts {
  readonly seam: JointSeam;
  readonly joint: Pick<JointInput, 'type' | 'technique'>;
  /** Square nose of its bevel, mm; undefined: it has none. */
  readonly landMm: number | undefined;
  readonly kept: SeamOrder;
  readonly passes: number;
  /** Current of each pass as it is set, A, and its process. */
  readonly arcs: readonly { readonly amps: number; readonly process: Process }[];
  readonly tacks: SeamTacks | null;
  /** How fast the hand goes where nobody said so, mm/s. */
  readonly usualTravelMmPerS: number;
  /** Limit between passes where nobody set one, °C; null: none. */
  readonly usualInterpassC: number | null;
  /** What metal that bears no heat asks of every run; null: nothing. */
  readonly shortBeads: Pick<CastIronRules, 'everyRunC' | 'mostRunMm'> | null;
}

/** What is asked of the search for an order and of the simulation of its heat. */
export function seamQuestion({
  seam,
  joint,
  landMm,
  kept,
  passes,
  arcs,
  tacks,
  usualTravelMmPerS,
  usualInterpassC,
  shortBeads,
}: SeamFacts): SeamQuestion {
  return {
    ...seam,
    passes,
    arcs: arcs.map(({ amps, process }) => ({
      amps,
      ...arcOfProcess(process, amps),
      travelMmPerS: travelOf(kept, usualTravelMmPerS),
    })),
    aimMm: aimAtThicker(seam.sides),
    isFillet: isFilleted(joint),
    shouldComeThrough: shouldComeThrough(joint, 'root'),
    ...(landMm === undefined ? {} : { rootWallMm: bevelRootWall(landMm) }),
    interpassC: interpassOf(kept, usualInterpassC),
    ...(shortBeads && { everyRunC: shortBeads.everyRunC, mostRunMm: shortBeads.mostRunMm }),
    people: kept.people,
    hold: kept.hold,
    tackMm: tacks ? tacks.count * tacks.lengthMm : 0,
    colourWithinMm: takeable(kept, 'colourWithinMm'),
    outOfReach: stretchesOf(seam, kept.outOfReach),
    turns: kept.turns,
    left: stretchesOf(seam, kept.left),
    // What was fixed on another length of seam is no longer there.
    fixed: kept.fixed.filter((run) => isOnSeam(seam, run)),
    bars: kept.bars.filter(
      (bar) =>
        isWithin(bar.distanceMm, LIMITS.barDistanceMm) &&
        isWithin(bar.widthMm, LIMITS.barMm) &&
        isWithin(bar.thicknessMm, LIMITS.barMm),
    ),
  };
}

/** The order that was chosen, as long as it is of this seam. */
export const chosenOrder = ({ plan }: Pick<SeamOrder, 'plan'>, seam: JointSeam | null): KeptPlan | null =>
  plan && seam && isSameSeam(plan.lengthMm, seam.lengthMm) ? plan : null;

/** An order as it is followed on a joint alike that is longer or shorter: every run by the same share. */
export function scaledOrder(plan: KeptPlan, { lengthMm }: Pick<JointSeam, 'lengthMm'>): KeptPlan {
  const share = lengthMm / plan.lengthMm;
  return {
    ...plan,
    lengthMm,
    runs: plan.runs.map((run) => ({ ...run, fromMm: share * run.fromMm, toMm: share * run.toMm })),
  };
}

/** Whether two orders make the same runs of a seam. */
export const isSameOrder = (seam: SeamQuestion, one: readonly ArcRun[], other: readonly ArcRun[]): boolean =>
  JSON.stringify(readyRuns(seam, one)) === JSON.stringify(readyRuns(seam, other));

/** Runs a weld follows, and what they are called. */
export type FollowedOrder = Pick<KeptPlan, 'title' | 'runs'>;

/**
 * The order a weld follows: the one that was chosen, else once round or straight through.
 * @param problem null: nothing is known of the seam
 */
export function followedOrder(chosen: KeptPlan | null, problem: SeamProblem | null): FollowedOrder {
  if (chosen) return chosen;
  const habits = problem ? habitsOf(problem) : [];
  // Two at once each have runs of their own; short beads are laid far from one another.
  const wanted = problem?.mostRunMm && problem.people === 1 ? 'skip' : 'twoPeople';
  const habit = habits.find(({ id }) => id === wanted) ?? habits[0];
  return { title: habit?.title ?? '', runs: [...(habit?.runs ?? [])] };
}

/** Turns of a ring a minute under a torch that stays; null: its first run does not go all round. */
export function turntableRpm({ kind, lengthMm, arcs }: SeamQuestion, runs: readonly ArcRun[]): number | null {
  const [first] = runs;
  const travel = arcs[0]?.travelMmPerS;
  if (kind !== 'ring' || !first || travel === undefined) return null;
  return isSameSeam(Math.abs(first.toMm - first.fromMm), lengthMm) ? (SECONDS * travel) / lengthMm : null;
}

/** What is asked of the heat of an order. */
export function weldHeatQuestion(
  seam: SeamQuestion,
  runs: readonly ArcRun[],
  { watched }: Pick<SeamOrder, 'watched'>,
  settings: Pick<TorchSettings, 'cup' | 'postFlowS'> | null,
  shieldedInside: boolean,
): WeldHeatQuestion {
  return {
    seam,
    runs: [...runs],
    cover: {
      cupMm: cupBoreMm(settings?.cup ?? USUAL_COVER.cup),
      trailingMm: 0,
      postFlowS: settings?.postFlowS ?? USUAL_COVER.postFlowS,
    },
    shieldedInside,
    probes:
      watched && isWithin(watched.distanceMm, LIMITS.watchedMm)
        ? [{ alongMm: seam.lengthMm / 2, acrossMm: (watched.side === 0 ? -1 : 1) * watched.distanceMm }]
        : [],
  };
}
