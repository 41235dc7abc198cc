import type * as z from 'zod';
import type { Duty } from './session';

/** Methods of the interface. */
export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH';

/** One address of the interface: what it takes and what it answers. */
export interface Endpoint {
  readonly summary: string;
  /** What it asks of whoever asks it. */
  readonly duty: Duty;
  /** What stands in its path; identifiers where nothing else is said. */
  readonly path?: z.ZodObject;
  readonly query?: z.ZodObject;
  /** JSON document it takes. */
  readonly body?: z.ZodType;
  /** Media types it takes instead: the body is a file. */
  readonly sends?: readonly string[];
  /** Largest file it takes, bytes; as large as a picture where nothing is said. */
  readonly mostBytes?: number;
  /** Whether the file is read as it comes, whatever its size up to that. */
  readonly streams?: true;
  /** Document it answers; or a file, or events without end. */
  readonly answer: z.ZodType | 'file' | 'events';
  /** Media type of a file it answers; a picture where nothing is said. */
  readonly media?: string;
  /** What the events carry. */
  readonly event?: z.ZodType;
  /** Status of success; 200 where nothing is made. */
  readonly status?: 201;
}

/** Names in a path: those after a colon. */
type NameIn<Part extends string> = Part extends `:${infer Name}` ? Name : never;
type NamesIn<Path extends string> = Path extends `${infer Part}/${infer Rest}`
  ? NameIn<Part> | NamesIn<Rest>
  : NameIn<Path>;

/** What stands in the path of an address. @example PathOf<'GET /jobs/:id'> is { id: string } */
export type PathOf<Address extends string> = { readonly [Name in NamesIn<Address>]: string };

type Parsed<Field extends string, One, Otherwise> = One extends { readonly [name in Field]: infer Schema }
  ? Schema extends z.ZodType
    ? z.output<Schema>
    : Otherwise
  : Otherwise;
type Given<Field extends string, One, Otherwise> = One extends { readonly [name in Field]: infer Schema }
  ? Schema extends z.ZodType
    ? z.input<Schema>
    : Otherwise
  : Otherwise;

/** Path as the server understands it: what its address names, each an identifier where nothing else is said. */
export type ReadPathOf<Address extends string, One> = Parsed<'path', One, PathOf<Address>>;
/** Query as the server understands it. */
export type QueryOf<One> = Parsed<'query', One, undefined>;
/** Body as the server understands it: a document, the bytes of a file, those bytes as they come, or nothing. */
export type BodyOf<One> = One extends { readonly streams: true }
  ? AsyncIterable<Uint8Array>
  : One extends { readonly sends: readonly string[] }
    ? Uint8Array
    : Parsed<'body', One, undefined>;
/** Body as it is sent. */
export type BodyToSend<One> = Given<'body', One, undefined>;
/** Document that is answered. */
export type AnswerOf<One> = Parsed<'answer', One, undefined>;
/** Query as it is sent. */
export type QueryToSend<One> = One extends { readonly query: infer Schema extends z.ZodType }
  ? { readonly [Field in keyof z.input<Schema>]?: string | number | boolean | undefined }
  : undefined;
