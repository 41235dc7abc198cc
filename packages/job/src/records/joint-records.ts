import { MOST_PIECES, type LoggedWeldEntry } from '@variatum/metallurgy';
import type { JobDetail, JointRecord, Piece } from '@variatum/contracts';
import { activePieces } from './active-pieces';

/** Pieces that meet in a joint, in its order; all of the job, as many as a joint may have, while it names none. */
export function piecesOfJoint(
  job: Pick<JobDetail, 'pieces'>,
  joint: Pick<JointRecord, 'sides'> | null,
): readonly Piece[] {
  const pieces = activePieces(job);
  const named = (joint?.sides ?? []).flatMap((side) => pieces.find(({ id }) => id === side.piece) ?? []);
  return (named.length > 0 ? named : pieces).slice(0, MOST_PIECES);
}

/** The log of a joint that stands, as the core reads it. */
export const weldLogOf = (job: Pick<JobDetail, 'weld'>, jointId: string): readonly LoggedWeldEntry[] =>
  job.weld
    .filter(({ jointId: of, struckOutAt }) => of === jointId && struckOutAt === null)
    .map(({ id, at, madeBy, entry }) => ({ id, atMs: Date.parse(at), who: madeBy, entry }));
