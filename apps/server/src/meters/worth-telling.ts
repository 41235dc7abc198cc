import type { Reading } from '@variatum/contracts';

/**
 * Of readings of one meter that are told together, those that must not be passed over: the newest, and the lowest and
 * the highest, since a single one may be what calls. In the order they came.
 */
export function worthTelling(readings: readonly Reading[]): readonly Reading[] {
  const figures = readings.filter(({ value }) => value !== null);
  const by = (better: (one: number, other: number) => boolean): Reading | undefined =>
    figures.reduce<Reading | undefined>(
      (best, one) => (best === undefined || better(one.value as number, best.value as number) ? one : best),
      undefined,
    );
  const kept = new Set([by((one, other) => one < other), by((one, other) => one > other), readings.at(-1)]);
  return readings.filter((one) => kept.has(one));
}
