import type { JobDetail, Piece } from './records';

/** Pieces that take part in the joint: those not withdrawn, in their order. */
export function activePieces(job: Pick<JobDetail, 'pieces'>): readonly Piece[] {
  return job.pieces
    .filter(({ withdrawnAt }) => withdrawnAt === null)
    .sort((left, right) => left.position - right.position);
}
