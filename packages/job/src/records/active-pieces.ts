import type { JobDetail, JointRecord, Piece } from '@variatum/contracts';

interface Listed {
  readonly position: number;
  readonly withdrawnAt: string | null;
}

const active = <One extends Listed>(all: readonly One[]): readonly One[] =>
  all.filter(({ withdrawnAt }) => withdrawnAt === null).sort((left, right) => left.position - right.position);

/** Pieces of a job that are not withdrawn, in their order. */
export const activePieces = (job: Pick<JobDetail, 'pieces'>): readonly Piece[] => active(job.pieces);

/** Joints of a job that are not withdrawn, in their order. */
export const activeJoints = (job: Pick<JobDetail, 'joints'>): readonly JointRecord[] => active(job.joints);
