import * as z from 'zod';
import { changeSchema } from './change';
import type { AnswerOf, Endpoint, Method } from './endpoint';
import { id, versionBodySchema } from './fields';
import { jobQuerySchema } from './job-query';
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
import { sessionSchema } from './session';
import { workshopPatchSchema, workshopSchema } from './workshop';

type Withdrawal<Path extends string, Answer extends z.ZodType> = Record<
  `POST ${Path}/:id/withdraw` | `POST ${Path}/:id/restore`,
  { readonly summary: string; readonly body: typeof versionBodySchema; readonly answer: Answer }
>;

/** Nothing is ever erased: it is withdrawn, and may be brought back. */
const withdrawal = <Path extends string, Answer extends z.ZodType>(
  path: Path,
  what: string,
  answer: Answer,
): Withdrawal<Path, Answer> =>
  ({
    [`POST ${path}/:id/withdraw`]: { summary: `Withdraw ${what}`, body: versionBodySchema, answer },
    [`POST ${path}/:id/restore`]: { summary: `Bring ${what} back`, body: versionBodySchema, answer },
    // A computed key keeps no literal type.
  }) as Withdrawal<Path, Answer>;

const upSchema = z.object({ status: z.string() });

/**
 * Every address of the interface below `/api`, by method and path. Router, description and client are made from this table: an
 * address is added by an entry here and a handler under the same name in the server.
 * @example 'GET /jobs/:id'
 */
export const ENDPOINTS = {
  'GET /health': { summary: 'Whether the process answers', answer: upSchema },
  'GET /ready': { summary: 'Whether the database answers', answer: upSchema },
  'GET /openapi.json': { summary: 'This document', answer: z.record(z.string(), z.unknown()) },
  'GET /events': { summary: 'Changes as they happen, server-sent events', answer: 'events', event: changeSchema },

  'GET /session': { summary: 'On whose behalf requests are answered', answer: sessionSchema },

  'GET /workshop': { summary: 'The workshop', answer: workshopSchema },
  'PATCH /workshop': { summary: 'Change the workshop', body: workshopPatchSchema, answer: workshopSchema },

  'GET /jobs': {
    summary: 'Jobs, last changed first',
    query: jobQuerySchema,
    answer: z.object({ jobs: z.array(boardJobSchema), total: z.int() }),
  },
  'POST /jobs': { summary: 'Create a job', body: newJobSchema, answer: jobDetailSchema, status: 201 },
  'GET /jobs/:id': { summary: 'A job with everything on it', answer: jobDetailSchema },
  'PATCH /jobs/:id': { summary: 'Change a job', body: jobPatchSchema, answer: jobHeadSchema },
  'POST /jobs/:id/duplicate': {
    summary: 'Make a new job from an old one',
    body: z.strictObject({ id: id.optional() }),
    answer: jobDetailSchema,
    status: 201,
  },
  ...withdrawal('/jobs', 'a job', jobHeadSchema),

  'POST /jobs/:id/pieces': { summary: 'Add a piece', body: newPieceSchema, answer: pieceSchema, status: 201 },
  'PATCH /pieces/:id': { summary: 'Change a piece', body: piecePatchSchema, answer: pieceSchema },
  ...withdrawal('/pieces', 'a piece', pieceSchema),

  'POST /pieces/:id/tests': {
    summary: 'Log a field test',
    body: newFieldTestSchema,
    answer: fieldTestSchema,
    status: 201,
  },
  'POST /tests/:id/strike-out': { summary: 'Strike a field test out', body: strikeOutSchema, answer: fieldTestSchema },

  'POST /jobs/:id/photos': {
    summary: 'Store a picture, sent as it is',
    query: newPhotoSchema,
    sends: PHOTO_MEDIA_TYPES,
    answer: photoSchema,
    status: 201,
  },
  'GET /photos/:id/file': { summary: 'The picture itself', answer: 'file' },
  'PATCH /photos/:id': { summary: 'Change a picture', body: photoPatchSchema, answer: photoSchema },
  ...withdrawal('/photos', 'a picture', photoSchema),

  'POST /jobs/:id/joints': { summary: 'Add a joint', body: newJointSchema, answer: jointRecordSchema, status: 201 },
  'PATCH /joints/:id': { summary: 'Change a joint', body: jointPatchSchema, answer: jointRecordSchema },
  ...withdrawal('/joints', 'a joint', jointRecordSchema),

  'POST /jobs/:id/preparation': {
    summary: 'Say what became of an item of the preparation list',
    body: newPreparationTickSchema,
    answer: preparationTickSchema,
    status: 201,
  },

  'GET /jobs/:id/decisions': {
    summary: 'Decisions of a job in brief, newest first',
    answer: z.array(decisionBriefSchema),
  },
  'GET /decisions/:id': { summary: 'A whole decision', answer: decisionSchema },
  'POST /jobs/:id/decisions': {
    summary: 'Decide on a rod',
    body: newDecisionSchema,
    answer: decisionBriefSchema,
    status: 201,
  },

  'GET /rod-stock': { summary: 'The stock of rods', answer: z.array(rodStockSchema) },
  'PUT /rod-stock/:rod': {
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
