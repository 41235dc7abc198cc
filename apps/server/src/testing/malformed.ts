import { randomDocument } from './documents';
import { mulberry } from './mulberry';

/** A request that is wrong in one way or several. */
export interface MalformedRequest {
  readonly method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE' | 'OPTIONS';
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | undefined;
}

const METHODS = ['GET', 'POST', 'POST', 'PUT', 'PATCH', 'PATCH', 'DELETE', 'OPTIONS'] as const;
const FIELDS = [
  'version',
  'title',
  'item',
  'service',
  'temperaturesC',
  'joint',
  'entry',
  'reason',
  'rod',
  'seed',
  'note',
  'preferences',
  'machines',
  'gases',
  'inStock',
  'diameterMm',
  'name',
  'id',
  'grade',
  'thicknessMm',
  'turn',
  'pieceId',
  'state',
  'stage',
  'kind',
  'itemFamily',
  'colour',
];
const JUNK: readonly unknown[] = [
  null,
  true,
  -1,
  2 ** 53,
  1e308,
  '',
  '\0',
  '\ud800',
  'x'.repeat(5000),
  [],
  [[[]]],
  {},
  { a: { b: { c: 1 } } },
  '__proto__',
  '2026-13-45',
  '0000-01-01',
  '00000000-0000-4000-8000-00000000dead',
  { test: 'magnet', outcome: '\0' },
  { type: 'lap', dilution: 1e9 },
  { environment: 'nowhere', temperatureC: [9, 1] },
  Array.from({ length: 300 }, (_, index) => index),
];
const BROKEN = ['{', '[', '"', 'null', '{"a":', '\0', '[[[[[[[[[[', '{"__proto__":1}', '\ufeff{}'];
const TYPES = [
  'application/json',
  'application/json',
  'application/json',
  'image/png',
  'text/html',
  'application/x-www-form-urlencoded',
];
const QUERIES = ['\0', '-1', '[]', '1e9', '\ud800', '../..', "'; drop table job; --", '%', '0000-01-01'];

const MOMENTS = [
  '0000-01-01T00:00:00Z',
  '2200-01-01T00:00:00Z',
  '1969-12-31T23:59:59.999Z',
  '+275760-09-13T00:00:00Z',
  '2026-02-30T00:00:00Z',
  '8640000000000',
  'Probe 1',
];
const FIGURES = ['0x10', 'Infinity', 'NaN', '1e999', '-', '', '=1+1'];
const COOKIES = ['%E0%A4%A', '%', '\u00ff', 's%3A.', 'a.b.c', '"', '; ;=', 'x'.repeat(3000)];
const KEYS = [`${'-'.repeat(36)}.${'-'.repeat(36)}.${'A'.repeat(32)}`, '..', 'a.b.c.d', '%00', 'x'.repeat(4000)];
const DEEP = `${'['.repeat(40_000)}${']'.repeat(40_000)}`;

/** Things that are there, so that what is wrong is not only that there is no such thing. */
export interface ThereAlready {
  readonly job: string;
  readonly meter?: string;
}

type Pick = <Value>(list: readonly Value[]) => Value;

const json = (path: string, body: string, headers: Readonly<Record<string, string>> = {}): MalformedRequest => ({
  method: 'POST',
  path,
  headers: { 'content-type': 'application/json', 'content-length': String(Buffer.byteLength(body)), ...headers },
  body,
});

const sent = (path: string, body: object): MalformedRequest => json(path, JSON.stringify(body));

/** A document that was right, bent at one place: a value is another one, a field is gone, or the text breaks off. */
function bent(random: () => number, pick: Pick): string {
  // Documents share what never changes, and odd values are one list: what is bent is this document's own.
  const document = structuredClone(randomDocument(random)) as unknown as Record<string, unknown>;
  let at: Record<string, unknown> = document;
  for (let depth = 0; depth < 6; depth++) {
    const inner = Object.entries(at).filter(([, value]) => typeof value === 'object' && value !== null);
    if (inner.length === 0 || random() < 0.25) break;
    at = pick(inner)[1] as Record<string, unknown>;
  }
  const names = Object.keys(at);
  const name = names.length === 0 ? 'odd' : pick(names);
  if (random() < 0.2) Reflect.deleteProperty(at, name);
  else at[name] = structuredClone(pick([...JUNK, ...MOMENTS]));
  const text = JSON.stringify(document);
  return random() < 0.1 ? text.slice(0, Math.floor(text.length * random())) : text;
}

/**
 * Requests that are wrong where others are not: documents, logs, traces, keys, cookies, codes, depth, and how addresses
 * are written.
 */
const KINDS: readonly ((random: () => number, pick: Pick, things: ThereAlready) => MalformedRequest)[] = [
  (random, pick) => json('/api/jobs/document', bent(random, pick)),
  (_random, pick, { job }) =>
    sent(`/api/jobs/${job}/weld`, { jointId: job, at: pick(MOMENTS), entry: { kind: 'note', text: 'x' } }),
  (_random, pick, { job }) =>
    sent(`/api/jobs/${job}/record`, {
      jointId: null,
      at: '2026-01-05T08:00:00Z',
      entry: { kind: 'in-service', on: pick(MOMENTS).slice(0, 10) },
    }),
  (_random, pick, { job }) =>
    sent(`/api/jobs/${job}/weld`, {
      jointId: job,
      at: '2026-01-05T08:00:00Z',
      entry: pick([
        { kind: 'ferrite', fn: 8, rod: 'nonsense' },
        { kind: 'temperature', tempC: 1e9, by: 'typed' },
        { kind: 'confirmed', of: 'x' },
        { kind: 'oxygen', place: 'moon', ppm: -1 },
      ]),
    }),
  (_random, pick, { job, meter = job }) =>
    sent(`/api/meters/${meter}/trace`, { csv: `${pick(MOMENTS)},${pick(FIGURES)}` }),
  (_random, pick, { job, meter = job }) =>
    sent(`/api/meters/${meter}/trace`, { csv: `2026-01-05T08:00:00Z,${pick(FIGURES)}\r${pick(MOMENTS)},4` }),
  (_random, pick) => json('/api/meters/lines', '{"ppm":40}', { authorization: `Bearer ${pick(KEYS)}` }),
  (_random, pick) =>
    sent('/api/invitations/accept', {
      code: pick(['', '\0', 'x'.repeat(41), 'AAAA-BBBB', 7]),
      signInName: pick(['', 'a', '\0']),
      name: 'x',
      password: 'a long password',
    }),
  (_random, pick) => ({
    method: 'GET',
    path: pick(['/api/session', '/api/jobs', '/api/meters']),
    headers: {
      cookie:
        `${pick(['variatum-tablet', 'variatum-known', 'variatum'])}=` + pick(COOKIES).replace(/[^\x20-\x7e]/g, '%FF'),
    },
    body: undefined,
  }),
  (_random, pick) => json(pick(['/api/jobs', '/api/jobs/document']), DEEP),
  (_random, pick) =>
    json(pick(['/API/jobs', '/Api/Jobs/Document', '//api/jobs', '/api//jobs', '/api/jobs/']), '{"title":7}'),
];

/**
 * Malformed requests without end, the same ones for the same seed.
 */
export function* malformedRequests(seed: number, things: ThereAlready): Generator<MalformedRequest> {
  const { job: id } = things;
  const random = mulberry(seed);
  const pick = <Value>(list: readonly Value[]): Value => list[Math.floor(random() * list.length)] as Value;
  const paths = [
    '/api/jobs',
    `/api/jobs/${id}`,
    `/api/jobs/${id}/pieces`,
    `/api/jobs/${id}/joints`,
    `/api/joints/${id}`,
    '/api/workshop',
    '/api/rod-stock/ER308L',
    '/api/rod-stock/%00',
    `/api/jobs/${id}/decisions`,
    `/api/decisions/${id}`,
    `/api/pieces/${id}/tests`,
    `/api/pieces/${id}`,
    `/api/tests/${id}/strike-out`,
    `/api/photos/${id}`,
    `/api/photos/${id}/file`,
    `/api/jobs/${id}/photos`,
    `/api/jobs/${id}/withdraw`,
    `/api/jobs/${id}/duplicate`,
    '/api/jobs/%00',
    '/api/jobs/..%2f..',
    '/api/%E0%A4%A',
    '/%00',
    '/api/jobs/not-an-id',
    '/api',
  ];
  for (;;) {
    if (random() < 0.4) {
      yield pick(KINDS)(random, pick, things);
      continue;
    }
    const method = pick(METHODS);
    const query =
      random() < 0.25
        ? `?${pick([...FIELDS, 'search', 'from', 'to', 'limit', 'offset'])}=${encodeSafely(pick(QUERIES))}`
        : '';
    const body =
      method === 'GET' || method === 'OPTIONS'
        ? undefined
        : random() < 0.15
          ? pick(BROKEN)
          : JSON.stringify(
              Object.fromEntries(
                Array.from({ length: 1 + Math.floor(4 * random()) }, () => [pick(FIELDS), pick(JUNK)]),
              ),
            );
    yield {
      method,
      path: pick(paths) + query,
      headers:
        body === undefined ? {} : { 'content-type': pick(TYPES), 'content-length': String(Buffer.byteLength(body)) },
      body,
    };
  }
}

/** Half a character pair cannot be written in an address at all: its bytes are. */
const encodeSafely = (text: string): string => (/\p{Surrogate}/u.test(text) ? '%ED%A0%80' : encodeURIComponent(text));
