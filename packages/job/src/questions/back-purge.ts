import type { JointDescription, JointRecord, Piece, PurgePlan } from '@variatum/contracts';
import {
  DEEPEST_POOL_MM,
  distancesFromFeed,
  fillFlow,
  findGrade,
  fittedGap,
  holesArea,
  innerSpaces,
  isWithin,
  JOINTS,
  jointsOnLine,
  LIMITS,
  lineOrder,
  purge,
  surfaceTensionOf,
  targetFor,
  usualFit,
  weldingFlow,
  type AcceptanceProfile,
  type Dam,
  type InnerSpace,
  type LineTurn,
  type PurgeAnswer,
  type PurgeQuestion,
  type PurgeSpace,
  type VentAnswer,
  type VentQuestion,
} from '@variatum/metallurgy';
import { USUAL_SEAL } from '../learning';
import { fitOf, leaderOf, type LaidPart } from '../records';
import { attempted } from './attempted';

/** A purge plan as it can be reckoned with: what cannot be taken stands at its field. */
export function takeablePurge(plan: PurgePlan): PurgePlan {
  const figures = ['targetPpm', 'volumeL', 'cylinderL', 'cylinderBar'] as const;
  return {
    ...plan,
    ...Object.fromEntries(figures.map((name) => [name, isWithin(plan[name], LIMITS[name]) ? plan[name] : null])),
  };
}

/** The room the back of a joint lies in, with dams set; null: it lies in none. */
export function roomBehind(
  { assembly, spaces }: Pick<LaidPart, 'assembly' | 'spaces'>,
  jointId: string,
  dams: readonly Dam[],
): InnerSpace | null {
  const rooms = dams.length === 0 ? spaces : innerSpaces(assembly, dams);
  return rooms.find(({ joints }) => joints.includes(jointId)) ?? null;
}

/** Thinnest known wall of the base metals among pieces, mm; as usual while none is known. */
export function thinnestWallMm(pieces: readonly Pick<Piece, 'kind' | 'thicknessMm'>[]): number {
  const known = pieces.flatMap(({ kind, thicknessMm }) =>
    kind === 'base' && thicknessMm.value !== null ? [thicknessMm.value] : [],
  );
  return known.length > 0 ? Math.min(...known) : JOINTS.defaultThicknessMm;
}

/** Whether the gas of a joint has hydrogen in it. */
export const hasHydrogen = ({ gas }: Pick<JointDescription, 'gas'>): boolean =>
  gas !== undefined && JOINTS.gases[gas].hydrogen;

/** Oxygen that is aimed at where nobody says so, ppm. */
export const usualTargetPpm = ({ tint }: Pick<AcceptanceProfile, 'tint'>, hydrogen: boolean): number =>
  targetFor(tint, hydrogen);

/** Flow a room is filled with, L/min: as it is said, else as usual for its bore. */
export const fillFlowOf = (plan: Pick<PurgePlan, 'flowLpm'>, boreMm: number | null): number =>
  plan.flowLpm.value ?? fillFlow(boreMm);

/** Flow that is held while it is welded, L/min: the middle of what is usual. */
export function heldFlow(fillLpm: number): number {
  const [low, high] = weldingFlow(fillLpm);
  return Math.max(LIMITS.flowLpm[0], (low + high) / 2);
}

/** What a purge is asked, whatever room it is of. */
export interface PurgeFacts {
  readonly plan: Pick<PurgePlan, 'feed' | 'seal'>;
  readonly flowLpm: number;
  readonly targetPpm: number;
  /** How long such purges take against what is reckoned; undefined: nothing was learnt. */
  readonly pace: number | undefined;
}

/** What is asked of the purge of a room. */
export const purgeQuestion = (space: PurgeSpace, { plan, flowLpm, targetPpm, pace }: PurgeFacts): PurgeQuestion => ({
  space,
  flowLpm,
  targetPpm,
  ...(plan.feed ? { feed: plan.feed } : {}),
  seal: plan.seal ?? USUAL_SEAL,
  ...(pace === undefined ? {} : { pace }),
});

/** How long a purge takes; null where sizes do not go together. */
export const purgeAnswer = (question: PurgeQuestion | null): PurgeAnswer | null =>
  question && attempted(() => purge(question));

/** A seam that is open while it is welded. */
export interface OpenSeam {
  /** null: not known. */
  readonly seamMm: number | null;
  readonly gapMm: number;
}

/** Seam and gap of a joint as it is fitted up. @param leader the joint whose description holds for it */
export function openSeam(
  { figures }: Pick<LaidPart, 'figures'>,
  jointId: string,
  leader: Pick<JointRecord, 'joint' | 'fit'>,
  wallMm: number,
): OpenSeam {
  return {
    seamMm: figures.get(jointId)?.seamMm.value ?? null,
    gapMm: fittedGap(usualFit(leader.joint.type, [wallMm, wallMm], fitOf(leader.fit)).gapMm),
  };
}

/** What is asked of a vent. @param pieces those that meet: their sulphur says how a pool holds */
export function ventQuestion(
  flowLpm: number,
  holesMm: readonly number[],
  wallMm: number,
  pieces: readonly Pick<Piece, 'grade'>[],
): VentQuestion {
  const sulphur = pieces.map(({ grade }) => (grade === null ? 0 : (findGrade(grade)?.typical.S ?? 0)));
  return {
    flowLpm,
    holesMm,
    pool: { depthMm: Math.min(DEEPEST_POOL_MM, wallMm) },
    surfaceTension: surfaceTensionOf(Math.max(0, ...sulphur)),
  };
}

/** Vents of a plan that are in a room. */
export const ventsIn = <Vent extends { readonly piece: string }>(
  room: InnerSpace | null,
  vents: readonly Vent[],
): readonly Vent[] => vents.filter(({ piece }) => room?.runs.some((run) => run.piece === piece) ?? false);

/**
 * Holes gas leaves by, mm: those drilled, else the one that is proposed.
 * @param proposed asked only where none is drilled
 */
export function ventHoles(
  room: InnerSpace | null,
  { vents }: Pick<PurgePlan, 'vents'>,
  proposed: () => Pick<VentAnswer, 'drill'>,
): number[] {
  const own = ventsIn(room, vents).map(({ holeMm }) => holeMm);
  if (own.length > 0) return own;
  const { drill } = proposed();
  return drill ? [drill.mm] : [];
}

/** Joints of one room in the order they are welded; none while there is but one. */
export function joinedLine(
  part: Pick<LaidPart, 'assembly' | 'figures'>,
  room: InnerSpace | null,
  joints: readonly JointRecord[],
  {
    wallMm,
    flowLpm,
    holesMm,
  }: { readonly wallMm: number; readonly flowLpm: number; readonly holesMm: readonly number[] },
): readonly LineTurn[] {
  if (!room) return [];
  const seams = new Map(joints.map((joint) => [joint.id, openSeam(part, joint.id, leaderOf(joints, joint), wallMm)]));
  const found = jointsOnLine(distancesFromFeed(part.assembly, room), seams);
  return found.length > 1 ? lineOrder(found, flowLpm, holesArea(holesMm)) : [];
}
