import type { End } from './assembly-input';
import { reachAt, type Bent, type Body } from './body';
import type { Port } from './frame';
import { plus, times, type Vector } from './vector';

/** Radians of an hour on a clock face, from twelve, clockwise. */
export const hourAngle = (clock: number): number => (clock * Math.PI) / 6;

/** Direction from the axis to an hour, across the length. */
const hourOf = (clock: number): Vector => [0, Math.cos(hourAngle(clock)), Math.sin(hourAngle(clock))];

/** The centre line of a bend: a point of it and where it heads. @param s from its start, mm */
function alongBend({ straight, radius, angle }: Bent, s: number): { readonly point: Vector; readonly heads: Vector } {
  const arc = radius * angle;
  if (s <= straight) return { point: [s, 0, 0], heads: [1, 0, 0] };
  const turn = Math.min(s - straight, arc) / radius;
  const heads: Vector = [Math.cos(turn), Math.sin(turn), 0];
  const point: Vector = [straight + radius * Math.sin(turn), radius * (1 - Math.cos(turn)), 0];
  return { point: plus(point, times(heads, Math.max(0, s - straight - arc))), heads };
}

/** A point of a body's centre line with where it heads. @param share of its length, 0 to 1 */
export function centreLine(body: Body, share: number): { readonly point: Vector; readonly heads: Vector } {
  switch (body.kind) {
    case 'bent':
      return alongBend(body, share * body.length);
    case 'ring': {
      const turn = 2 * Math.PI * share;
      return {
        point: [body.radius * Math.sin(turn), body.radius * Math.cos(turn), 0],
        heads: [Math.cos(turn), -Math.sin(turn), 0],
      };
    }
    default:
      return { point: [share * body.length, 0, 0], heads: [1, 0, 0] };
  }
}

/** Where another piece meets an end. A ring has no ends: it is met outside at its top. */
export function endPort(body: Body, end: End): Port {
  if (body.kind === 'ring') return sidePort(body, 0, 12);
  const { point, heads } = centreLine(body, end === 'start' ? 0 : 1);
  const up: Vector = body.kind === 'bent' ? [-heads[1], heads[0], 0] : [0, 1, 0];
  return { point, out: end === 'start' ? times(heads, -1) : heads, up };
}

/** Where another piece meets the side of a body. @param share along it, 0 to 1 @param clock hour round it, 0 to 12 */
export function sidePort(body: Body, share: number, clock: number): Port {
  const { point, heads } = centreLine(body, share);
  const [, ofTwelve, ofThree] = hourOf(clock);
  // Twelve lies across the centre line in its own plane: outward on a ring, up on a run.
  const twelve: Vector = [-heads[1], heads[0], 0];
  const out = plus(times(twelve, ofTwelve), [0, 0, ofThree]);
  const straight = body.kind === 'flat' || body.kind === 'block';
  const reach = straight && Math.abs(ofThree) > Math.abs(ofTwelve) ? body.width / 2 : reachAt(body, share);
  return { point: plus(point, times(out, reach)), out, up: heads };
}
