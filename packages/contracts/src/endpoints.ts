import * as z from 'zod';
import { alarmSchema } from './alarms';
import { backupsSchema } from './backups';
import { changeSchema } from './change';
import type { AnswerOf, Endpoint, Method } from './endpoint';
import { id, versionBodySchema } from './fields';
import { jobQuerySchema } from './job-query';
import { jobTablePathSchema, labelQuerySchema, reportQuerySchema } from './hand-over';
import { DOCUMENT_MOST_BYTES, takenWorkshopSchema, WORKSHOP_MOST_BYTES } from './job-document';
import { alikeJobSchema, alikeQuerySchema, calibrationSchema, learntSchema } from './learning';
import { networkSchema } from './network';
import {
  keptReadingsSchema,
  meterPatchSchema,
  meterSchema,
  meterWithKeySchema,
  newMeterSchema,
  newTraceSchema,
  readingsQuerySchema,
  takenLinesSchema,
  takenTraceSchema,
} from './meters';
import { jobRecordSchema, newJobRecordSchema } from './job-record';
import { planSchema } from './plan';
import { newPhotoSchema, PHOTO_MEDIA_TYPES, photoPatchSchema, photoSchema } from './photo';
import { newPreparationTickSchema, preparationTickSchema } from './preparation';
import {
  boardJobSchema,
  decisionBriefSchema,
  decisionSchema,
  fieldTestSchema,
  jobDetailSchema,
  jobHeadSchema,
  jobPatchSchema,
  jointPatchSchema,
  jointRecordSchema,
  newDecisionSchema,
  newFieldTestSchema,
  newJobSchema,
  newJointSchema,
  newPieceSchema,
  piecePatchSchema,
  pieceSchema,
  rodStockPutSchema,
  rodStockSchema,
  strikeOutSchema,
} from './records';
import {
  acceptInvitationSchema,
  invitationSchema,
  leaveSchema,
  memberPatchSchema,
  memberSchema,
  newInvitationSchema,
  openInvitationSchema,
  personExportSchema,
} from './people';
import {
  membershipSchema,
  newPasswordSchema,
  newPinSchema,
  sessionSchema,
  signedInSchema,
  signInSchema,
  tabletSignInSchema,
  type Duty,
} from './session';
import { newTabletSchema, tabletSchema } from './tablets';
import { newWeldRecordSchema, weldRecordSchema } from './weld';
import { newWorkshopSchema, workshopPatchSchema, workshopSchema } from './workshop';

type Withdrawal<Path extends string, Answer extends z.ZodType> = Record<
  `POST ${Path}/:id/withdraw` | `POST ${Path}/:id/restore`,
  { readonly duty: Duty; readonly summary: string; readonly body: typeof versionBodySchema; readonly answer: Answer }
>;

/** Nothing is ever erased: it is withdrawn, and may be brought back. */
const withdrawal = <Path extends string, Answer extends z.ZodType>(
  path: Path,
  what: string,
  answer: Answer,
  // Whoever may add it may take it off.
  duty: Duty = 'work',
): Withdrawal<Path, Answer> =>
  ({
    [`POST ${path}/:id/withdraw`]: { duty, summary: `Withdraw ${what}`, body: versionBodySchema, answer },
    [`POST ${path}/:id/restore`]: { duty, summary: `Bring ${what} back`, body: versionBodySchema, answer },
    // A computed key keeps no literal type.
  }) as Withdrawal<Path, Answer>;

const upSchema = z.object({ status: z.string() });

/**
 * Every address of the interface below `/api`, by method and path. Router, description and client are made from this
 * table: an address is added by an entry here and a handler under the same name in the server.
 * @example 'GET /jobs/:id'
 */
export const ENDPOINTS = {
  'GET /health': { duty: 'anyone', summary: 'Whether the process answers', answer: upSchema },
  'GET /ready': { duty: 'anyone', summary: 'Whether the database answers', answer: upSchema },
  'GET /openapi.json': { duty: 'anyone', summary: 'This document', answer: z.record(z.string(), z.unknown()) },
  'GET /events': {
    duty: 'read',
    summary: 'Changes as they happen, server-sent events',
    answer: 'events',
    event: changeSchema,
  },

  'GET /session': { duty: 'anyone', summary: 'On whose behalf requests are answered', answer: sessionSchema },

  'POST /session': { duty: 'anyone', summary: 'Sign in', body: signInSchema, answer: sessionSchema },
  'POST /session/end': { duty: 'anyone', summary: 'Sign out', body: z.strictObject({}), answer: sessionSchema },
  'POST /session/offered/:id': {
    duty: 'anyone',
    summary: 'Sign a made-up person of the demo in',
    body: z.strictObject({}),
    answer: sessionSchema,
  },
  'POST /session/workshop/:id': {
    duty: 'read',
    summary: 'Go to another workshop of one’s own',
    body: z.strictObject({}),
    answer: sessionSchema,
  },
  'POST /session/password': {
    duty: 'read',
    summary: 'Change one’s password',
    body: newPasswordSchema,
    answer: sessionSchema,
  },
  'GET /session/places': { duty: 'read', summary: 'Where one is signed in', answer: z.array(signedInSchema) },
  'POST /session/places/:place/end': {
    duty: 'read',
    summary: 'Sign out somewhere else',
    path: z.object({ place: z.string().max(80) }),
    body: z.strictObject({}),
    answer: z.array(signedInSchema),
  },

  'POST /session/pin': {
    duty: 'read',
    summary: 'Set the own short number for tablets',
    body: newPinSchema,
    answer: sessionSchema,
  },
  'POST /session/at-tablet': {
    duty: 'anyone',
    summary: 'Sign in at a tablet by a short number',
    body: tabletSignInSchema,
    answer: sessionSchema,
  },
  'GET /session/export': {
    duty: 'read',
    summary: 'All that the workshop holds of whoever asks',
    answer: personExportSchema,
  },

  'GET /tablets': { duty: 'own', summary: 'Tablets of the workshop', answer: z.array(tabletSchema) },
  'POST /tablets': {
    duty: 'own',
    summary: 'Make a tablet of the browser that asks',
    body: newTabletSchema,
    answer: tabletSchema,
    status: 201,
  },
  'POST /tablets/:id/end': { duty: 'own', summary: 'End a tablet', body: z.strictObject({}), answer: tabletSchema },

  'GET /people/:id/export': {
    duty: 'own',
    summary: 'All that the workshop holds of a person',
    answer: personExportSchema,
  },
  'GET /people': { duty: 'read', summary: 'People of the workshop', answer: z.array(memberSchema) },
  'PATCH /people/:id': {
    duty: 'own',
    summary: 'Change what somebody is in the workshop',
    body: memberPatchSchema,
    answer: memberSchema,
  },
  'POST /people/:id/leave': { duty: 'own', summary: 'Let somebody go', body: leaveSchema, answer: memberSchema },
  'POST /people/:id/new-password': {
    duty: 'own',
    summary: 'Let somebody set a new password',
    body: z.strictObject({}),
    answer: invitationSchema,
    status: 201,
  },
  'POST /people/:id/erase': {
    duty: 'own',
    summary: 'Let somebody go and erase who they were',
    body: z.strictObject({}),
    answer: memberSchema,
  },
  'GET /invitations': {
    duty: 'own',
    summary: 'Codes that can still be taken up',
    answer: z.array(openInvitationSchema),
  },
  'POST /invitations/:id/take-back': {
    duty: 'own',
    summary: 'Take a code back',
    body: z.strictObject({}),
    answer: z.array(openInvitationSchema),
  },
  'POST /invitations': {
    duty: 'own',
    summary: 'Invite somebody',
    body: newInvitationSchema,
    answer: invitationSchema,
    status: 201,
  },
  'POST /invitations/accept': {
    duty: 'anyone',
    summary: 'Take an invitation up',
    body: acceptInvitationSchema,
    answer: sessionSchema,
  },

  'GET /backups': { duty: 'own', summary: 'How the backups stand', answer: backupsSchema },

  'GET /network': { duty: 'anyone', summary: 'How other machines reach the program', answer: networkSchema },
  'GET /network/authority': {
    duty: 'anyone',
    summary: 'Certificate of the authority of this machine, for devices to trust',
    answer: 'file',
    media: 'application/x-x509-ca-cert',
  },

  'GET /workshop': { duty: 'read', summary: 'The workshop', answer: workshopSchema },
  'POST /workshops': {
    duty: 'own',
    summary: 'Make a further workshop, with its own owner',
    body: newWorkshopSchema,
    answer: membershipSchema,
    status: 201,
  },
  'GET /workshop/document': {
    duty: 'own',
    summary: 'The whole workshop: settings, stock, jobs, pictures',
    answer: 'file',
    media: 'application/zip',
  },
  'POST /workshop/document': {
    duty: 'own',
    summary: 'Bring a whole workshop into this one, which has no jobs yet',
    sends: ['application/zip'],
    mostBytes: WORKSHOP_MOST_BYTES,
    streams: true,
    answer: takenWorkshopSchema,
    status: 201,
  },
  'PATCH /workshop': { duty: 'own', summary: 'Change the workshop', body: workshopPatchSchema, answer: workshopSchema },

  'GET /jobs': {
    duty: 'read',
    summary: 'Jobs, last changed first',
    query: jobQuerySchema,
    answer: z.object({ jobs: z.array(boardJobSchema), total: z.int() }),
  },
  'POST /jobs': { duty: 'work', summary: 'Create a job', body: newJobSchema, answer: jobDetailSchema, status: 201 },
  'GET /jobs/:id': { duty: 'read', summary: 'A job with everything on it', answer: jobDetailSchema },
  'PATCH /jobs/:id': { duty: 'work', summary: 'Change a job', body: jobPatchSchema, answer: jobHeadSchema },
  'POST /jobs/:id/duplicate': {
    duty: 'work',
    summary: 'Make a new job from an old one',
    body: z.strictObject({ id: id.optional() }),
    answer: jobDetailSchema,
    status: 201,
  },
  ...withdrawal('/jobs', 'a job', jobHeadSchema),

  'GET /jobs/:id/plan': {
    duty: 'read',
    summary: 'One plan of a job: rods, passes, tacks, gas, every step in its order, minutes',
    answer: planSchema,
  },
  'GET /jobs/:id/report': {
    duty: 'read',
    summary: 'A job as a report on paper',
    query: reportQuerySchema,
    answer: 'file',
    media: 'application/pdf',
  },
  'GET /jobs/:id/label': {
    duty: 'read',
    summary: 'A label for the part, with a code a camera reads',
    query: labelQuerySchema,
    answer: 'file',
    media: 'application/pdf',
  },
  'GET /jobs/:id/tables/:table': {
    duty: 'read',
    summary: 'A table of a job as comma-separated values',
    path: jobTablePathSchema,
    answer: 'file',
    media: 'text/csv',
  },
  'GET /jobs/:id/document': {
    duty: 'read',
    summary: 'A whole job, to be brought in elsewhere',
    answer: 'file',
    media: 'application/json',
  },
  'POST /jobs/document': {
    duty: 'work',
    summary: 'Bring a job in that was handed on as a document',
    sends: ['application/json'],
    mostBytes: DOCUMENT_MOST_BYTES,
    streams: true,
    answer: jobDetailSchema,
    status: 201,
  },

  'POST /jobs/:id/pieces': {
    duty: 'work',
    summary: 'Add a piece',
    body: newPieceSchema,
    answer: pieceSchema,
    status: 201,
  },
  'PATCH /pieces/:id': { duty: 'work', summary: 'Change a piece', body: piecePatchSchema, answer: pieceSchema },
  ...withdrawal('/pieces', 'a piece', pieceSchema),

  'POST /pieces/:id/tests': {
    duty: 'check',
    summary: 'Log a field test',
    body: newFieldTestSchema,
    answer: fieldTestSchema,
    status: 201,
  },
  'POST /tests/:id/strike-out': {
    duty: 'check',
    summary: 'Strike a field test out',
    body: strikeOutSchema,
    answer: fieldTestSchema,
  },

  'POST /jobs/:id/photos': {
    duty: 'check',
    summary: 'Store a picture, sent as it is',
    query: newPhotoSchema,
    sends: PHOTO_MEDIA_TYPES,
    answer: photoSchema,
    status: 201,
  },
  'GET /photos/:id/file': { duty: 'read', summary: 'The picture itself', answer: 'file' },
  'PATCH /photos/:id': { duty: 'check', summary: 'Change a picture', body: photoPatchSchema, answer: photoSchema },
  ...withdrawal('/photos', 'a picture', photoSchema, 'check'),

  'POST /jobs/:id/joints': {
    duty: 'work',
    summary: 'Add a joint',
    body: newJointSchema,
    answer: jointRecordSchema,
    status: 201,
  },
  'PATCH /joints/:id': { duty: 'work', summary: 'Change a joint', body: jointPatchSchema, answer: jointRecordSchema },
  ...withdrawal('/joints', 'a joint', jointRecordSchema),

  'POST /jobs/:id/preparation': {
    duty: 'work',
    summary: 'Say what became of an item of the preparation list',
    body: newPreparationTickSchema,
    answer: preparationTickSchema,
    status: 201,
  },

  'POST /jobs/:id/weld': {
    duty: 'work',
    summary: 'Log what happened at a joint while it is welded',
    body: newWeldRecordSchema,
    answer: weldRecordSchema,
    status: 201,
  },
  'POST /weld/:id/strike-out': {
    duty: 'work',
    summary: 'Strike an entry of the weld log out',
    body: strikeOutSchema,
    answer: weldRecordSchema,
  },
  'POST /jobs/:id/record': {
    duty: 'check',
    summary: 'Record what was found, decided or seen since',
    body: newJobRecordSchema,
    answer: jobRecordSchema,
    status: 201,
  },
  'POST /record/:id/strike-out': {
    duty: 'check',
    summary: 'Strike an entry of the record out',
    body: strikeOutSchema,
    answer: jobRecordSchema,
  },
  'GET /jobs/:id/readings': {
    duty: 'read',
    summary: 'Readings of meters at a job, those that are kept',
    query: readingsQuerySchema,
    answer: keptReadingsSchema,
  },

  'GET /alarms': { duty: 'read', summary: 'Alarms that stand in the workshop', answer: z.array(alarmSchema) },
  'GET /meters': { duty: 'read', summary: 'Meters of the workshop', answer: z.array(meterSchema) },
  'POST /meters': {
    duty: 'work',
    summary: 'Add a meter',
    body: newMeterSchema,
    answer: meterWithKeySchema,
    status: 201,
  },
  'PATCH /meters/:id': { duty: 'work', summary: 'Change a meter', body: meterPatchSchema, answer: meterSchema },
  ...withdrawal('/meters', 'a meter', meterSchema),
  'POST /meters/:id/key': {
    duty: 'work',
    summary: 'Give a meter a new key; the one before ends',
    body: z.strictObject({}),
    answer: meterWithKeySchema,
  },
  'GET /meters/:id/trace': {
    duty: 'read',
    summary: 'What a meter showed, as lines of time and value',
    query: readingsQuerySchema,
    answer: 'file',
    media: 'text/csv',
  },
  'POST /meters/:id/trace': {
    duty: 'work',
    summary: 'Bring a trace in from a file',
    body: newTraceSchema,
    answer: takenTraceSchema,
  },
  'POST /meters/lines': {
    duty: 'anyone',
    summary: 'Readings of a meter as newline-delimited JSON, under its key: Authorization: Bearer KEY',
    sends: ['application/x-ndjson'],
    answer: takenLinesSchema,
  },

  'GET /jobs/:id/decisions': {
    duty: 'read',
    summary: 'Decisions of a job in brief, newest first',
    answer: z.array(decisionBriefSchema),
  },
  'GET /decisions/:id': { duty: 'read', summary: 'A whole decision', answer: decisionSchema },
  'POST /jobs/:id/decisions': {
    duty: 'check',
    summary: 'Decide on a rod',
    body: newDecisionSchema,
    answer: decisionBriefSchema,
    status: 201,
  },

  'GET /learnt': {
    duty: 'read',
    summary: 'What the workshop’s own work has taught',
    query: z.object({ except: id.optional() }),
    answer: learntSchema,
  },
  'GET /calibration': {
    duty: 'read',
    summary: 'What was predicted against what was found',
    answer: calibrationSchema,
  },
  'GET /alike': {
    duty: 'read',
    summary: 'Past jobs like one, by metals, joint and service, the likest first',
    query: alikeQuerySchema,
    answer: z.array(alikeJobSchema),
  },
  'GET /rod-stock': { duty: 'read', summary: 'The stock of rods', answer: z.array(rodStockSchema) },
  'PUT /rod-stock/:rod': {
    duty: 'work',
    summary: 'Set what is in stock of a rod',
    path: z.object({ rod: z.string() }),
    body: rodStockPutSchema,
    answer: rodStockSchema,
  },
} as const satisfies Readonly<Record<`${Method} /${string}`, Endpoint>>;

/** All addresses. */
export type Endpoints = typeof ENDPOINTS;
/** Method and path of an address. */
export type Address = keyof Endpoints;
/** What an address answers. */
export type Answer<One extends Address> = AnswerOf<Endpoints[One]>;
