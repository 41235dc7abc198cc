import {
  changeSchema,
  decisionBriefSchema,
  decisionSchema,
  fieldTestSchema,
  jobDetailSchema,
  jobHeadSchema,
  jobPatchSchema,
  jobSchema,
  jointPutSchema,
  jointRecordSchema,
  newDecisionSchema,
  newFieldTestSchema,
  newJobSchema,
  newPhotoSchema,
  newPieceSchema,
  PHOTO_MEDIA_TYPES,
  photoPatchSchema,
  photoSchema,
  piecePatchSchema,
  pieceSchema,
  problemSchema,
  rodStockPutSchema,
  rodStockSchema,
  strikeOutSchema,
  versionBodySchema,
  workshopPatchSchema,
  workshopSchema,
} from '@variatum/contracts';
import { ENGINE_VERSION } from '@variatum/metallurgy';
import * as z from 'zod';
import { jobQuerySchema } from '../jobs/routes';

interface Operation {
  readonly method: 'get' | 'post' | 'put' | 'patch';
  readonly path: string;
  readonly summary: string;
  readonly body?: z.ZodType;
  /** Media types of a body that is a file. */
  readonly sends?: readonly string[];
  readonly query?: z.ZodObject;
  readonly answer: z.ZodType;
  readonly status?: number;
  /** The answer is a file, not a document. */
  readonly binary?: boolean;
}

const OPERATIONS: readonly Operation[] = [
  {
    method: 'get',
    path: '/api/health',
    summary: 'Whether the process answers',
    answer: z.object({ status: z.string() }),
  },
  {
    method: 'get',
    path: '/api/openapi.json',
    summary: 'This document',
    answer: z.record(z.string(), z.unknown()),
  },
  {
    method: 'get',
    path: '/api/ready',
    summary: 'Whether the database answers',
    answer: z.object({ status: z.string() }),
  },
  { method: 'get', path: '/api/workshop', summary: 'The workshop', answer: workshopSchema },
  {
    method: 'patch',
    path: '/api/workshop',
    summary: 'Change the workshop',
    body: workshopPatchSchema,
    answer: workshopSchema,
  },
  { method: 'get', path: '/api/events', summary: 'Changes as they happen, server-sent events', answer: changeSchema },
  {
    method: 'get',
    path: '/api/jobs',
    summary: 'Jobs, last changed first',
    query: jobQuerySchema,
    answer: z.object({ jobs: z.array(jobSchema), total: z.int() }),
  },
  {
    method: 'post',
    path: '/api/jobs',
    summary: 'Create a job',
    body: newJobSchema,
    answer: jobDetailSchema,
    status: 201,
  },
  { method: 'get', path: '/api/jobs/{id}', summary: 'A job with everything on it', answer: jobDetailSchema },
  { method: 'patch', path: '/api/jobs/{id}', summary: 'Change a job', body: jobPatchSchema, answer: jobHeadSchema },
  {
    method: 'post',
    path: '/api/jobs/{id}/duplicate',
    summary: 'Make a new job from an old one',
    body: z.strictObject({ id: z.uuid().optional() }),
    answer: jobDetailSchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/withdraw',
    summary: 'Withdraw a job',
    body: versionBodySchema,
    answer: jobHeadSchema,
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/restore',
    summary: 'Bring a job back',
    body: versionBodySchema,
    answer: jobHeadSchema,
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/pieces',
    summary: 'Add a piece',
    body: newPieceSchema,
    answer: pieceSchema,
    status: 201,
  },
  { method: 'patch', path: '/api/pieces/{id}', summary: 'Change a piece', body: piecePatchSchema, answer: pieceSchema },
  {
    method: 'post',
    path: '/api/pieces/{id}/withdraw',
    summary: 'Withdraw a piece',
    body: versionBodySchema,
    answer: pieceSchema,
  },
  {
    method: 'post',
    path: '/api/pieces/{id}/restore',
    summary: 'Bring a piece back',
    body: versionBodySchema,
    answer: pieceSchema,
  },
  {
    method: 'post',
    path: '/api/pieces/{id}/tests',
    summary: 'Log a field test',
    body: newFieldTestSchema,
    answer: fieldTestSchema,
    status: 201,
  },
  {
    method: 'post',
    path: '/api/tests/{id}/strike-out',
    summary: 'Strike a field test out',
    body: strikeOutSchema,
    answer: fieldTestSchema,
  },
  {
    method: 'post',
    path: '/api/jobs/{id}/photos',
    summary: 'Store a picture, sent as it is',
    query: newPhotoSchema,
    sends: PHOTO_MEDIA_TYPES,
    answer: photoSchema,
    status: 201,
  },
  { method: 'get', path: '/api/photos/{id}/file', summary: 'The picture itself', answer: z.unknown(), binary: true },
  {
    method: 'patch',
    path: '/api/photos/{id}',
    summary: 'Change a picture',
    body: photoPatchSchema,
    answer: photoSchema,
  },
  {
    method: 'post',
    path: '/api/photos/{id}/withdraw',
    summary: 'Withdraw a picture',
    body: versionBodySchema,
    answer: photoSchema,
  },
  {
    method: 'post',
    path: '/api/photos/{id}/restore',
    summary: 'Bring a picture back',
    body: versionBodySchema,
    answer: photoSchema,
  },
  {
    method: 'put',
    path: '/api/jobs/{id}/joint',
    summary: 'Set the joint',
    body: jointPutSchema,
    answer: jointRecordSchema,
  },
  {
    method: 'get',
    path: '/api/jobs/{id}/decisions',
    summary: 'Decisions of a job in brief, newest first',
    answer: z.array(decisionBriefSchema),
  },
  { method: 'get', path: '/api/decisions/{id}', summary: 'A whole decision', answer: decisionSchema },
  {
    method: 'post',
    path: '/api/jobs/{id}/decisions',
    summary: 'Decide on a rod',
    body: newDecisionSchema,
    answer: decisionBriefSchema,
    status: 201,
  },
  { method: 'get', path: '/api/rod-stock', summary: 'The shelf', answer: z.array(rodStockSchema) },
  {
    method: 'put',
    path: '/api/rod-stock/{rod}',
    summary: 'Set what is on the shelf of a rod',
    body: rodStockPutSchema,
    answer: rodStockSchema,
  },
];

const schemaOf = (schema: z.ZodType, io: 'input' | 'output'): object => {
  const { $schema: _dialect, ...body } = z.toJSONSchema(schema, { io, unrepresentable: 'any' });
  return body;
};

const parametersOf = ({ path, query }: Operation): object[] => {
  const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const inQuery = Object.entries(query?.shape ?? {}).map(([name, schema]) => ({
    name,
    in: 'query',
    required: false,
    schema: schemaOf(schema as z.ZodType, 'input'),
  }));
  return [...inPath, ...inQuery];
};

/** The document as far as the program itself reads it. */
export interface OpenApiDocument {
  readonly openapi: string;
  readonly info: object;
  readonly paths: Readonly<Record<string, object>>;
  readonly components: object;
}

/** OpenAPI document of the interface, generated from the schemas that check it. */
export function openApiDocument(): OpenApiDocument {
  const problem = {
    description: 'Problem',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  };
  const paths: Record<string, Record<string, object>> = {};
  for (const operation of OPERATIONS) {
    const { method, path, summary, body, sends, answer, status = 200, binary = false } = operation;
    (paths[path] ??= {})[method] = {
      summary,
      parameters: parametersOf(operation),
      ...(sends
        ? { requestBody: { required: true, content: Object.fromEntries(sends.map((type) => [type, {}])) } }
        : {}),
      ...(body
        ? { requestBody: { required: true, content: { 'application/json': { schema: schemaOf(body, 'input') } } } }
        : {}),
      responses: {
        [status]: {
          description: 'Done',
          content: binary ? { 'image/*': {} } : { 'application/json': { schema: schemaOf(answer, 'output') } },
        },
        default: problem,
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Variatum', version: ENGINE_VERSION, license: { name: 'MIT', identifier: 'MIT' } },
    paths,
    components: { schemas: { Problem: schemaOf(problemSchema, 'output') } },
  };
}
