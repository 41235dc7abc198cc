import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { addDecision } from '../decisions/store';
import { addFieldTest } from '../field-tests/store';
import type { RequestContext } from '../http/context';
import { addJobRecord } from '../job-record/store';
import { addJob } from '../jobs/store';
import { addJoint } from '../joints/store';
import { addMeter } from '../meters/store';
import { invite } from '../people/store';
import { addPhoto } from '../photos/store';
import { addPiece } from '../pieces/store';
import { enrolTablet } from '../tablets/store';
import { weldLog } from '../weld/store';

/** Things of a workshop, by the first word of the addresses they are asked for under. */
export interface Things {
  readonly jobs: string;
  readonly pieces: string;
  readonly tests: string;
  readonly photos: string;
  readonly decisions: string;
  readonly joints: string;
  readonly people: string;
  readonly invitations: string;
  readonly tablets: string;
  readonly weld: string;
  readonly record: string;
  readonly meters: string;
}

export const STAMP = '2026-01-05T08:00:00Z';
export const NOTE = { kind: 'note', text: 'begun' } as const;
export const FOUND = { kind: 'in-service', on: '2026-01-05' } as const;

/** A small picture, as it is sent. */
export const aPicture = (): Promise<Buffer> =>
  sharp({ create: { width: 8, height: 8, channels: 3, background: 'grey' } })
    .png()
    .toBuffer();

/**
 * Makes one of everything in a workshop.
 * @param name of the job, and of what else has one
 * @param people somebody who is there already
 */
export async function thingsOf(
  context: RequestContext,
  name: string,
  people: string,
  picture: Uint8Array,
): Promise<Things> {
  const { id: jobs } = await addJob(context, { title: name });
  const { id: pieces } = await addPiece(context, jobs, { name: 'Rail', grade: '304L' });
  const { id: tests } = await addFieldTest(context, pieces, { entry: { test: 'chips', outcome: 'short' } });
  const { id: joints } = await addJoint(context, jobs, { joint: { type: 'lap' } });
  const kept = await context.compute.picture(picture);
  const photo = { id: randomUUID(), turn: 0, caption: '' } as const;
  const { id: photos } = await addPhoto(context, jobs, photo, kept, 'made for this test');
  const { id: decisions } = await addDecision(context, {
    id: randomUUID(),
    jobId: jobs,
    jointId: null,
    rod: null,
    recommended: null,
    engineVersion: '0',
    seed: 1,
    note: '',
    question: {},
    resultJson: '{}',
    madeFrom: 'made for this test',
  });
  const { tablet } = await enrolTablet(context, name);
  const { id: invitations } = await invite(context, { name: 'Somebody', role: 'welder' });
  const { id: weld } = await weldLog.add(context, jobs, { id: randomUUID(), jointId: joints, at: STAMP, entry: NOTE });
  const { id: record } = await addJobRecord(context, jobs, { jointId: joints, at: STAMP, entry: FOUND });
  const { meter } = await addMeter(context, { kind: 'oxygen', name });
  const [tablets, meters] = [tablet.id, meter.id];
  return { jobs, pieces, tests, photos, decisions, joints, people, invitations, tablets, weld, record, meters };
}
