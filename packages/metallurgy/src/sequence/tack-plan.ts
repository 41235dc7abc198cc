import data from '../../data/sequence.json';
import type { JointType } from '../joint';

const NOT_FOR: readonly string[] = data.tacks.notFor;

/** Where the tacks of a joint sit. */
export interface TackPlan {
  readonly count: number;
  /** Degrees clockwise from the top of a ring, mm along a seam, in the order they are made. */
  readonly at: readonly number[];
  readonly closed: boolean;
  /** Wide and filled, for mixes that crack. */
  readonly wide: boolean;
}

/** Opposite first, then between: halves of a ring again and again. */
function ringOrder(count: number): readonly number[] {
  const step = 360 / count;
  const places = Array.from({ length: count }, (_, index) => index * step);
  const order: number[] = [];
  const left = new Set(places);
  while (left.size > 0) {
    // The place farthest from all that are made already; the first one is the top.
    const next = [...left].reduce((best, place) => (gapTo(place, order) > gapTo(best, order) + 1e-9 ? place : best));
    order.push(next);
    left.delete(next);
  }
  return order;
}
const gapTo = (place: number, made: readonly number[]): number =>
  made.length === 0
    ? 360 - place
    : Math.min(...made.map((one) => Math.min(Math.abs(one - place), 360 - Math.abs(one - place))));

/** Ends first, then between, so that the seam cannot fan open. */
function seamOrder(count: number, lengthMm: number): readonly number[] {
  const edge = Math.min(15, lengthMm / 10);
  const places = Array.from(
    { length: count },
    (_, index) => edge + ((lengthMm - 2 * edge) * index) / Math.max(1, count - 1),
  );
  const order: number[] = [];
  const left = [...places];
  while (left.length > 0) {
    const far = (place: number): number =>
      order.length === 0 ? -place : Math.min(...order.map((one) => Math.abs(one - place)));
    const next = left.reduce((best, place) => (far(place) > far(best) + 1e-9 ? place : best));
    order.push(next);
    left.splice(left.indexOf(next), 1);
  }
  return order;
}

/** Whether a joint of a type is held by tacks: where metal is laid on one piece there is nothing to hold. */
export const isTacked = (type: JointType): boolean => !NOT_FOR.includes(type);

/** Tacks of a joint: number from size and mix, opposite first, then between. null while its length is not known. */
export function tackPlan(
  { seamMm, closed }: { readonly seamMm: number | null; readonly closed: boolean },
  wallMm: number | null,
  crackProne: boolean,
): TackPlan | null {
  if (seamMm === null) return null;
  const { perMm, least, most } = data.tacks.ring;
  const [low, high] = data.tacks.walls as [number, number];
  const mix = crackProne ? data.tacks.crackProne : 1;
  const every = ((low + high) / 2) * (wallMm ?? 2);
  const count = closed
    ? Math.min(most, Math.max(least, Math.round((seamMm / perMm) * mix)))
    : Math.max(2, Math.ceil((seamMm / every) * mix) + 1);
  return { count, closed, wide: crackProne, at: closed ? ringOrder(count) : seamOrder(count, seamMm) };
}

/** Usual length of a tack, mm: by the wall. */
export function tackLength(thicknessMm: number): number {
  const [least, most] = data.tacks.lengthMm as [number, number];
  return Math.min(most, Math.max(least, data.tacks.lengthWalls * thicknessMm));
}
