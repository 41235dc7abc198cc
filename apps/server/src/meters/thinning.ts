import type { MeterKind } from '@variatum/contracts';

/**
 * What of a meter's readings is worth keeping: a change as large as it can be read, and a sign of life now and then.
 */
interface Thinning {
  /** Smallest change that is kept, in the unit of the meter. */
  readonly step: number;
  /** Or this share of what was kept last, whichever is larger. */
  readonly share: number;
  /** A reading is kept at least so often, ms. */
  readonly everyMs: number;
}

/** Estimates: the last figure usual meters show, and how often a line on the screen wants a point. */
const THINNING: Readonly<Record<MeterKind, Thinning>> = {
  oxygen: { step: 1, share: 0.02, everyMs: 5000 },
  temperature: { step: 1, share: 0.005, everyMs: 10_000 },
  // Each of these is taken on purpose.
  ferrite: { step: 0, share: 0, everyMs: 0 },
  analyser: { step: 0, share: 0, everyMs: 0 },
};

/** The reading of a meter that was kept last. */
export interface LastKept {
  readonly atMs: number;
  readonly value: number | null;
}

/** Whether a reading says something that the one kept last does not. */
export function isWorthKeeping(kind: MeterKind, last: LastKept | undefined, { atMs, value }: LastKept): boolean {
  const { step, share, everyMs } = THINNING[kind];
  if (!last || atMs - last.atMs >= everyMs) return true;
  if (value === null || last.value === null) return value !== last.value;
  return Math.abs(value - last.value) >= Math.max(step, share * Math.abs(last.value));
}
