import {
  completeJoint,
  FAMILIES,
  findGrade,
  JOINTS,
  UNSAID_FIT,
  type Joint,
  type JointInput,
  type Layout,
  type MaterialFamily,
  type SectionQuestion,
} from '@variatum/metallurgy';
import type { JointRecord, Piece } from '@variatum/contracts';
import { fitOf } from '../records';
import { COMMON_FAMILY } from './likely-metal';

const familyOf = (grade: string | null, likely: string | null): MaterialFamily => {
  const family = grade === null ? likely : findGrade(grade)?.family;
  // A name that is not known is no family.
  return typeof family === 'string' && family in FAMILIES ? (family as MaterialFamily) : COMMON_FAMILY;
};

/** A joint as it is reckoned with, between pieces in its order; null while it cannot be. */
export function completedJoint(described: JointInput, pieces: readonly Piece[]): Joint | null {
  const families = pieces.map(({ grade, likelyFamily }) => familyOf(grade, likelyFamily));
  const thicknessMm = pieces.map((piece) => piece.thicknessMm.value ?? JOINTS.defaultThicknessMm);
  try {
    return completeJoint({ ...described, thicknessMm }, families.length > 0 ? families : [COMMON_FAMILY]);
  } catch {
    return null;
  }
}

/** Which piece brings its edge, as the part is laid out; undefined where both do. */
function edgeOf(layout: Layout, joint: string | undefined, pieces: readonly Piece[]): number | undefined {
  const laid = layout.joints.find(({ id }) => id === joint);
  if (laid?.settled.meeting !== 'end-on-side') return undefined;
  const branch = laid.settled.sides.find(({ place }) => 'end' in place);
  const index = pieces.findIndex(({ id }) => id === branch?.piece);
  return index < 0 ? undefined : index;
}

/**
 * What the section of a joint is drawn from; null while the joint cannot be reckoned with.
 * @param completed the joint as it is reckoned with
 * @param pieces those that meet, in its order
 * @param record the joint its fit stands at; null: the job has none yet
 */
export function sectionQuestionOf(
  completed: Joint | null,
  pieces: readonly Piece[],
  record: JointRecord | null,
  layout: Layout,
): SectionQuestion | null {
  if (!completed || pieces.length === 0) return null;
  const shares = completed.shares.map(({ mode }) => mode);
  const sum = shares.reduce((total, share) => total + share, 0) || 1;
  return {
    type: completed.type,
    technique: completed.technique,
    sides: pieces.map(({ thicknessMm, kind }) => ({ thicknessMm: thicknessMm.value, oldWeld: kind === 'old-weld' })),
    edge: edgeOf(layout, record?.id, pieces),
    fit: record ? fitOf(record.fit) : UNSAID_FIT,
    dilution: completed.dilution.mode,
    shares: shares.map((share) => share / sum),
  };
}
