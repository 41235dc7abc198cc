import type { JobDetail, JointRecord, Piece } from '@variatum/contracts';
import type { TestServer } from './test-server';

/** Starts a job. */
export const newJob = async ({ request }: TestServer, fields: object = {}): Promise<JobDetail> =>
  (
    await request
      .post('/api/jobs')
      .send({ title: 'Gate hinge', ...fields })
      .expect(201)
  ).body as JobDetail;

/** Adds a piece to a job. */
export const newPiece = async ({ request }: TestServer, job: string, fields: object = {}): Promise<Piece> =>
  (
    await request
      .post(`/api/jobs/${job}/pieces`)
      .send({ name: 'Leaf', ...fields })
      .expect(201)
  ).body as Piece;

/** Adds a joint to a job. */
export const newJoint = async ({ request }: TestServer, job: string, fields: object = {}): Promise<JointRecord> =>
  (
    await request
      .post(`/api/jobs/${job}/joints`)
      .send({ joint: { type: 'lap' }, ...fields })
      .expect(201)
  ).body as JointRecord;
