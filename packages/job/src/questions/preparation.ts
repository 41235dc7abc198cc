import type { JointRecord, Piece, Workshop } from '@variatum/contracts';
import {
  JOINTS,
  likelyMeltsThrough,
  mayBeFreeMachining,
  type AcceptanceProfile,
  type BackShielding,
  type HeatAdvice,
  type PreparationQuestion,
  type PreparedJoint,
  type PreparedPiece,
} from '@variatum/metallurgy';
import { assemblyPiece, laidJoint, piecesOfJoint, type LaidPart } from '../records';
import { thinnestWallMm } from './back-purge';
import type { Beliefs, LikelyMetal } from './likely-metal';
import type { SeamTacks } from './seam-order';
import { usualFitOf } from './usual-fit';

/** What a preparation list is made from. */
export interface PreparationFacts {
  /** Pieces that are not taken off, in their order. */
  readonly pieces: readonly Piece[];
  /** Joints that are planned by themselves: one plan for all that are alike. */
  readonly joints: readonly JointRecord[];
  readonly part: LaidPart;
  readonly letters: ReadonlyMap<string, string>;
  /** Number people know a joint by. */
  numberOf(jointId: string): number;
  readonly beliefs: Beliefs;
  /** What each piece most likely is. */
  readonly metals: ReadonlyMap<string, LikelyMetal>;
  /** Rod of a joint: the one decided on, else the first; null: none is fed; undefined: not reckoned yet. */
  rodOf(joint: JointRecord): string | null | undefined;
  /** Heat a joint calls for, as far as it is reckoned. */
  heatOf(joint: JointRecord): readonly HeatAdvice[];
  /** How a joint is held; null: by no tacks, or nobody can say. */
  tacksOf(joint: JointRecord): SeamTacks | null;
  /** Whether every bead of a joint is peened while it is hot. */
  isPeened(joint: JointRecord): boolean;
  /** What keeps air from the back of a joint; null: nothing is planned there. */
  backOf(joint: JointRecord): BackShielding | null;
  readonly profile: Pick<AcceptanceProfile, 'highLowMm'>;
  readonly workshop: Pick<Workshop, 'lengthUnit' | 'temperatureUnit'> | null;
}

function preparedPiece(piece: Piece, { letters, beliefs, metals }: PreparationFacts): PreparedPiece {
  const { family, thicknessMm, outsideMm } = assemblyPiece(piece);
  const { id, name, kind, form, shape, coating, condition, grade } = piece;
  return {
    id,
    name: `${letters.get(id) ?? ''} (${name})`,
    kind,
    form,
    shape,
    coating,
    condition,
    family: metals.get(id)?.family ?? family ?? null,
    thicknessMm,
    outsideMm,
    crackProne: mayBeFreeMachining(grade === null ? (beliefs[id]?.candidates ?? []) : [{ grade, probability: 1 }]),
  };
}

function preparedJoint(joint: JointRecord, facts: PreparationFacts): PreparedJoint {
  const { part } = facts;
  const pieces = piecesOfJoint({ pieces: [...facts.pieces] }, joint);
  const technique = joint.joint.technique ?? JOINTS.types[joint.joint.type].technique;
  const figures = part.figures.get(joint.id);
  const rod = facts.rodOf(joint);
  return {
    id: joint.id,
    name: String(facts.numberOf(joint.id)),
    type: joint.joint.type,
    gas: joint.joint.gas ?? null,
    backGas: joint.joint.backGas ?? null,
    backShielding: facts.backOf(joint),
    pieces: pieces.map(({ id }) => id),
    fit: usualFitOf(joint.joint.type, joint.fit, pieces),
    seamMm: figures?.seamMm.value ?? null,
    closed: laidJoint(part, joint.id)?.seam?.closed ?? false,
    insideApartMm: figures?.mismatchMm?.inside.value ?? null,
    thicknessRatio: figures?.thicknessRatio?.value ?? null,
    meltsThrough: likelyMeltsThrough(joint.joint.type, thinnestWallMm(pieces)),
    tacks: facts.tacksOf(joint),
    isPeened: facts.isPeened(joint),
    fused: rod === null || (rod === undefined && technique === 'fused'),
    heat: facts.heatOf(joint),
  };
}

/** Rooms without an end that is open. A lone ring is no closed room of its own: its ends lie elsewhere. */
const closedRooms = ({ spaces, assembly }: LaidPart): number =>
  spaces.filter(
    ({ openEnds, runs }) =>
      openEnds.length === 0 &&
      runs.some(({ piece }) => assembly.pieces.find(({ id }) => id === piece)?.shape !== 'ring'),
  ).length;

/** What is asked of the preparation of a job. */
export const preparationQuestion = (facts: PreparationFacts): PreparationQuestion => ({
  pieces: facts.pieces.map((piece) => preparedPiece(piece, facts)),
  joints: facts.joints.map((joint) => preparedJoint(joint, facts)),
  highLowMm: facts.profile.highLowMm,
  closedRooms: closedRooms(facts.part),
  lengthUnit: facts.workshop?.lengthUnit ?? 'mm',
  temperatureUnit: facts.workshop?.temperatureUnit ?? '°C',
});
