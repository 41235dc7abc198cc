import {
  behalf as behalfWords,
  ENDPOINTS,
  ON_BEHALF_HEADER,
  may,
  parseWith,
  PHOTO_MOST_BYTES,
  type Address,
  type Answer,
  type BodyOf,
  type Duty,
  type Endpoint,
  type Endpoints,
  type QueryOf,
  type ReadPathOf,
} from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import express, { Router, type Request, type RequestHandler, type Response } from 'express';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import * as z from 'zod';
import type { Reach } from '../network/reach';
import type { People } from '../people/people';
import type { Asker } from '../session/asker';
import type { Visit } from '../session/visit';
import type { RequestContext } from './context';
import { jsonBody } from './json-body';
import { ProblemError } from './problem-error';

/** A file as it is answered. */
export interface FileAnswer {
  readonly mediaType: string;
  /** All of it, or as it is made. */
  readonly bytes: Uint8Array | Readable;
  /** Name it is saved under; undefined: it is shown, and its bytes never change. */
  readonly saveAs?: string;
}

/** What is asked of a handler, all of it checked. */
export interface Asked<One extends Address> {
  readonly context: RequestContext;
  readonly asker: Asker;
  readonly people: People;
  /** The browser it comes from, as far as sign-in goes. */
  readonly visit: Visit;
  /** Where the program keeps its backups; undefined: nowhere of its own. */
  readonly backupsDirectory: string | undefined;
  /** How the program is reached. */
  readonly reach: Reach;
  readonly path: ReadPathOf<One, Endpoints[One]>;
  readonly query: QueryOf<Endpoints[One]>;
  readonly body: BodyOf<Endpoints[One]>;
  /** Aborted when nobody waits for the answer any more. */
  readonly signal: AbortSignal;
}

type AnswerToSend<One extends Address> = Endpoints[One] extends { readonly answer: 'file' } ? FileAnswer : Answer<One>;

/** Addresses that the program answers by itself or without end. */
type Apart = 'GET /health' | 'GET /ready' | 'GET /openapi.json' | 'GET /events' | 'POST /meters/lines';

/** A handler for each address. */
export type Handlers = {
  readonly [One in Exclude<Address, Apart>]: (asked: Asked<One>) => Promise<AnswerToSend<One>>;
};

const idSchema = z.uuid('not an identifier');

/** Identifiers at every name of a path. */
const idsIn = (path: string): z.ZodObject =>
  z.object(Object.fromEntries([...path.matchAll(/:(\w+)/g)].map(([, name = '']) => [name, idSchema])));

/** The bytes of a request as they come. @throws ProblemError 413 once there are too many */
async function* streamed(request: Request, mostBytes: number): AsyncGenerator<Uint8Array> {
  let taken = 0;
  // What is not read on is answered all the same: its connection must outlive the reading.
  for await (const chunk of request.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>) {
    if ((taken += chunk.length) > mostBytes) throw ProblemError.tooLarge(`At most ${mostBytes} bytes are taken.`);
    yield chunk;
  }
}

function bodyOf({ body: schema, sends, streams, mostBytes = PHOTO_MOST_BYTES }: Endpoint, request: Request): unknown {
  if (!sends) return schema && parseWith(schema, request.body ?? {});
  const what = mostBytes === PHOTO_MOST_BYTES ? 'a picture' : 'a file';
  const kinds = `${what}, ${sends.length > 1 ? 'one of ' : ''}${sends.join(', ')}`;
  if (streams && request.is([...sends])) return streamed(request, mostBytes);
  if (Buffer.isBuffer(request.body)) return request.body;
  if (request.headers['content-type'] === undefined) throw InputError.at(['body'], `missing; send ${kinds}`);
  throw ProblemError.unsupported(`Send ${kinds}.`);
}

async function send(response: Response, { answer, status }: Endpoint, value: unknown): Promise<void> {
  if (answer !== 'file') {
    response.status(status ?? 200).json(value);
    return;
  }
  // An address that answers no JSON answers a file: the type of its handler says so.
  const { mediaType, bytes, saveAs } = value as FileAnswer;
  response.set({
    'Content-Type': mediaType,
    ...(saveAs === undefined
      ? // The bytes behind an id never change.
        { 'Cache-Control': 'private, max-age=31536000, immutable, no-transform' }
      : { 'Cache-Control': 'no-store', 'Content-Disposition': `attachment; filename="${saveAs}"` }),
    'Content-Security-Policy': "default-src 'none'",
  });
  if (bytes instanceof Uint8Array) response.send(bytes);
  // A connection that ends before it is all there tells that it is not; whoever hung up needs no telling.
  else
    await pipeline(bytes, response).catch((error: NodeJS.ErrnoException) => {
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    });
}

/** On whose behalf a request is handled. */
export type Behalf = Pick<Asked<Address>, 'context' | 'asker' | 'people' | 'visit' | 'backupsDirectory' | 'reach'>;

/**
 * Refuses what was typed for somebody else than who asks now. It comes before what a role may: that another's role
 * falls short says nothing of what was typed, which waits for whose it is.
 * @throws ProblemError 401
 */
function refuseUnlessTheirs(request: Request, { context, asker }: Behalf): void {
  const typedFor = request.get(ON_BEHALF_HEADER);
  if (asker.role !== null && typedFor !== undefined && typedFor !== behalfWords(context)) throw ProblemError.notYours();
}

/** Refuses whoever may not do what an address asks. @throws ProblemError 401, 403 */
export function refuseUnlessMay({ role }: Asker, duty: Duty): void {
  if (may(role, duty)) return;
  throw role === null ? ProblemError.signInFirst() : ProblemError.notForRole(role);
}

/** Reads what a request carries, unless it is read as it comes. */
function receiver({ sends, streams, mostBytes }: Endpoint): RequestHandler {
  if (!sends) return jsonBody;
  if (streams) return (_request, _response, next) => next();
  return express.raw({ type: [...sends], limit: mostBytes ?? PHOTO_MOST_BYTES });
}

/**
 * Routes of all addresses that have a handler: what is asked is checked as the table of addresses says before the
 * handler gets it, and what it answers is sent under the status the table gives.
 * @param behalfOf on whose behalf a request is handled
 */
export function endpointRoutes(
  handlers: Handlers,
  behalfOf: (request: Request, response: Response) => Promise<Behalf>,
): Router {
  const router = Router();
  for (const [address, handle] of Object.entries(handlers)) {
    const [method = '', path = ''] = address.split(' ');
    // Names of a record are text to the compiler; these are addresses.
    const endpoint: Endpoint = ENDPOINTS[address as Address];
    const pathSchema = endpoint.path ?? idsIn(path);
    const admitted = async (request: Request, response: Response): Promise<Behalf> => {
      const behalf = await behalfOf(request, response);
      refuseUnlessTheirs(request, behalf);
      refuseUnlessMay(behalf.asker, endpoint.duty);
      return behalf;
    };
    // A large file is read for those only who may send it.
    const admit: RequestHandler = async (request, response, next) => {
      await admitted(request, response);
      next();
    };
    const before = endpoint.mostBytes === undefined ? [] : [admit];
    const receive = receiver(endpoint);
    router[method.toLowerCase() as 'get' | 'post' | 'put' | 'patch'](
      path,
      ...before,
      receive,
      async (request, response) => {
        const ended = new AbortController();
        response.on('close', () => ended.abort());
        const behalf = await admitted(request, response);
        const asked = {
          ...behalf,
          path: parseWith(pathSchema, request.params),
          query: endpoint.query && parseWith(endpoint.query, request.query),
          body: bodyOf(endpoint, request),
          signal: ended.signal,
        };
        // One of many handlers: that this is what it asks for is what the table has just checked.
        await send(response, endpoint, await (handle as (asked: unknown) => Promise<unknown>)(asked));
      },
    );
  }
  return router;
}
