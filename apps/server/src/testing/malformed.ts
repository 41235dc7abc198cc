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
  'version', 'title', 'item', 'service', 'temperaturesC', 'joint', 'entry', 'reason', 'rod', 'seed', 'note', 'preferences', 'machines',
  'gases', 'inStock', 'diameterMm', 'name', 'id', 'grade', 'thicknessMm', 'turn', 'pieceId', 'state', 'stage', 'kind', 'itemFamily', 'colour',
]; // prettier-ignore
const JUNK: readonly unknown[] = [
  null, true, -1, 2 ** 53, 1e308, '', '\0', '\ud800', 'x'.repeat(5000), [], [[[]]], {}, { a: { b: { c: 1 } } }, '__proto__',
  '2026-13-45', '0000-01-01', '00000000-0000-4000-8000-00000000dead', { test: 'magnet', outcome: '\0' }, { type: 'lap', dilution: 1e9 },
  { environment: 'nowhere', temperatureC: [9, 1] }, Array.from({ length: 300 }, (_, index) => index),
]; // prettier-ignore
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

/**
 * Malformed requests without end, the same ones for the same seed.
 * @param id of a job that is there: what is wrong is then not only that there is no such thing
 */
export function* malformedRequests(seed: number, id: string): Generator<MalformedRequest> {
  const random = mulberry(seed);
  const pick = <Value>(list: readonly Value[]): Value => list[Math.floor(random() * list.length)] as Value;
  const paths = [
    '/api/jobs', `/api/jobs/${id}`, `/api/jobs/${id}/pieces`, `/api/jobs/${id}/joints`, `/api/joints/${id}`, '/api/workshop', '/api/rod-stock/ER308L',
    '/api/rod-stock/%00', `/api/jobs/${id}/decisions`, `/api/decisions/${id}`, `/api/pieces/${id}/tests`, `/api/pieces/${id}`,
    `/api/tests/${id}/strike-out`, `/api/photos/${id}`, `/api/photos/${id}/file`, `/api/jobs/${id}/photos`, `/api/jobs/${id}/withdraw`,
    `/api/jobs/${id}/duplicate`, '/api/jobs/%00', '/api/jobs/..%2f..', '/api/%E0%A4%A', '/%00', '/api/jobs/not-an-id', '/api',
  ]; // prettier-ignore
  for (;;) {
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
