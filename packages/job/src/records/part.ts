import type { Assembly, AssemblyJoint, AssemblyPiece, JointFit, MaterialFamily } from '@variatum/metallurgy';
import { FAMILIES } from '@variatum/metallurgy';
import type { JointFitRecord, PartJoint, PartPiece } from '@variatum/contracts';
import { leaderOf } from './alike-joints';

const isFamily = (family: string | null): family is MaterialFamily => family !== null && family in FAMILIES;

/** A piece as its picture needs it. */
export const assemblyPiece = (piece: Omit<PartPiece, 'name'>): AssemblyPiece => ({
  id: piece.id,
  kind: piece.kind,
  form: piece.form,
  shape: piece.shape,
  thicknessMm: piece.thicknessMm.value,
  outsideMm: piece.outsideMm.value,
  lengthMm: piece.lengthMm.value,
  widthMm: piece.widthMm.value,
  endOutsideMm: piece.endOutsideMm.value,
  bendDeg: piece.bendDeg.value,
  count: piece.count,
  family: isFamily(piece.likelyFamily) ? piece.likelyFamily : null,
});

/** The fit of a joint as the core reckons with it. */
export const fitOf = (fit: JointFitRecord): JointFit => ({
  gapMm: fit.gapMm.value,
  landMm: fit.landMm.value,
  bevelDeg: fit.bevelDeg.value,
  mismatchMm: fit.mismatchMm.value,
  legMm: fit.legMm.value,
});

/** Pieces of a joint, or all of the job while it names none. A joint alike to another has its type and fit. */
function assemblyJoint(joint: PartJoint, leader: PartJoint, pieces: readonly PartPiece[]): AssemblyJoint {
  const old = new Set(pieces.filter(({ kind }) => kind === 'old-weld').map(({ id }) => id));
  return {
    id: joint.id,
    type: leader.joint.type,
    sides: joint.sides
      .filter(({ piece }) => !old.has(piece))
      .map(({ piece, end, alongMm, clock }) => ({ piece, end, alongMm: alongMm.value, clock })),
    lengthMm: joint.lengthMm.value ?? leader.lengthMm.value,
    course: joint.course ?? leader.course,
    gapMm: leader.fit.gapMm.value,
  };
}

/** The part of a job as the core lays it out: pieces and joints in their order. */
export const assemblyOf = (pieces: readonly PartPiece[], joints: readonly PartJoint[]): Assembly => ({
  pieces: pieces.map(assemblyPiece),
  joints: joints.map((joint) => assemblyJoint(joint, leaderOf(joints, joint), pieces)),
});
