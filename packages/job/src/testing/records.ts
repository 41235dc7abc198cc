import {
  newJobSchema,
  newJointSchema,
  newPieceSchema,
  NO_MACHINE,
  NO_PURGE,
  type JobDetail,
  type JointRecord,
  type Piece,
} from '@variatum/contracts';
import { NOT_GIVEN } from '@variatum/metallurgy';

export const ID = '00000000-0000-4000-8000-000000000000';
export const piece = (fields: Partial<Piece> = {}): Piece => ({
  ...newPieceSchema.parse({ name: 'Piece' }),
  id: ID,
  jobId: ID,
  position: 0,
  likelyFamily: null,
  version: 1,
  withdrawnAt: null,
  tests: [],
  ...fields,
});
export const job = (pieces: Piece[], fields: Partial<JobDetail> = {}): JobDetail => ({
  ...newJobSchema.parse({ title: 'Job' }),
  id: ID,
  purge: NO_PURGE,
  acceptance: null,
  machine: NO_MACHINE,
  lastRod: null,
  pieceCount: pieces.length,
  families: [],
  photos: [],
  version: 1,
  createdAt: '2026-01-01T00:00:00Z',
  updatedAt: '2026-01-01T00:00:00Z',
  withdrawnAt: null,
  pieces,
  joints: [],
  decisions: [],
  preparation: [],
  weld: [],
  record: [],
  ...fields,
});
export const joint = (fields: Partial<JointRecord> = {}): JointRecord => ({
  ...newJointSchema.parse({ joint: { type: 'lap' } }),
  id: ID,
  jobId: ID,
  position: 0,
  version: 1,
  withdrawnAt: null,
  ...fields,
});
export const side = (piece: string) => ({ piece, end: null, alongMm: NOT_GIVEN, clock: null });
export const stamp = '2026-01-01T00:00:00Z';
export const magnetTest = {
  id: ID,
  pieceId: ID,
  entry: { test: 'magnet', outcome: 'none' },
  spot: null,
  note: '',
  madeBy: null,
  version: 1,
  createdAt: stamp,
  struckOutAt: null,
  struckOutReason: null,
};
