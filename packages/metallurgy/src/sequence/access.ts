import data from '../../data/sequence.json';
import type { ArcRun } from '../heat';
import type { Stretch } from './seam-problem';

/** A seam as the welder stands before it. */
export interface Access {
  readonly kind: 'ring' | 'line';
  readonly lengthMm: number;
  /** Stretches out of reach as the part lies; on a ring one may pass its end. */
  readonly outOfReach: readonly Stretch[];
  /** Whether the part can be turned: a ring is rolled as far as it takes, a line is turned end for end. */
  readonly turns: boolean;
}

/** Places nearer than this are one place, mm: what a sum of figures leaves over. */
const SAME_MM = 1e-9;
/** What overlaps by less does not overlap, mm. */
const CLOSE_MM = 1e-6;

/** Stretches within the length of the seam, one after another: what passes the end of a ring goes on at its start. */
export function laidOut(
  { kind, lengthMm }: Pick<Access, 'kind' | 'lengthMm'>,
  stretches: readonly Stretch[],
): readonly Stretch[] {
  const within = (mm: number): number => (kind === 'ring' ? mm : Math.min(lengthMm, Math.max(0, mm)));
  const parts = stretches.flatMap(({ fromMm, toMm }): Stretch[] => {
    const [from, to] = [within(fromMm), within(toMm)];
    if (kind === 'line') return to > from ? [{ fromMm: from, toMm: to }] : [];
    const long = Math.min(lengthMm, to >= from ? to - from : to - from + lengthMm);
    const start = ((from % lengthMm) + lengthMm) % lengthMm;
    const over = start + long - lengthMm;
    return over > SAME_MM
      ? [
          { fromMm: start, toMm: lengthMm },
          { fromMm: 0, toMm: over },
        ]
      : [{ fromMm: start, toMm: start + long }];
  });
  const merged: { fromMm: number; toMm: number }[] = [];
  for (const { fromMm, toMm } of parts.sort((one, other) => one.fromMm - other.fromMm)) {
    const last = merged[merged.length - 1];
    if (last && fromMm <= last.toMm + SAME_MM) last.toMm = Math.max(last.toMm, toMm);
    else if (toMm - fromMm > SAME_MM) merged.push({ fromMm, toMm });
  }
  return merged;
}

/** What is left of a seam without some stretches of it. */
export function without(lengthMm: number, stretches: readonly Stretch[]): readonly Stretch[] {
  const found: Stretch[] = [];
  let from = 0;
  for (const cut of stretches) {
    if (cut.fromMm > from + SAME_MM) found.push({ fromMm: from, toMm: cut.fromMm });
    from = Math.max(from, cut.toMm);
  }
  if (from < lengthMm - SAME_MM) found.push({ fromMm: from, toMm: lengthMm });
  return found;
}

/** Longest stretch that is reached at once, mm: on a ring what lies across its end is one. */
export function reachMm(access: Access): number {
  const hidden = laidOut(access, access.outOfReach);
  const free = without(access.lengthMm, hidden);
  const longest = Math.max(0, ...free.map(({ fromMm, toMm }) => toMm - fromMm));
  const [first, last] = [free[0], free[free.length - 1]];
  if (access.kind === 'line' || !first || !last || first === last || first.fromMm > 0 || last.toMm < access.lengthMm)
    return longest;
  return Math.max(longest, first.toMm + last.toMm - last.fromMm);
}

/** Stretches that stay unwelded because nobody reaches them and the part cannot be turned. */
export const unreached = (access: Access): readonly Stretch[] =>
  access.turns && reachMm(access) > CLOSE_MM ? [] : laidOut(access, access.outOfReach);

const overlaps = (one: Stretch, other: Stretch): boolean =>
  one.fromMm < other.toMm - CLOSE_MM && other.fromMm < one.toMm - CLOSE_MM;

/** Where a stretch comes to lie when its ring is rolled, laid out along the seam. */
const rolled = (access: Access, { fromMm, toMm }: Stretch, byMm: number): readonly Stretch[] =>
  laidOut(access, [{ fromMm: fromMm + byMm, toMm: toMm + byMm }]);

/**
 * How a ring must lie for a stretch: the roll nearest to how it lies now.
 * @param nowMm how far it is rolled now, mm along the seam
 * @returns null where it is longer than what is reached at once
 */
function rollFor(access: Access, hidden: readonly Stretch[], stretch: Stretch, nowMm: number): number | null {
  const isFree = (byMm: number): boolean =>
    rolled(access, stretch, byMm).every((part) => !hidden.some((one) => overlaps(part, one)));
  if (isFree(nowMm)) return nowMm;
  const { lengthMm } = access;
  const near = (byMm: number): number =>
    nowMm + ((((byMm - nowMm) % lengthMm) + 1.5 * lengthMm) % lengthMm) - lengthMm / 2;
  const rolls = hidden
    .flatMap(({ fromMm, toMm }) => [near(toMm - stretch.fromMm), near(fromMm - stretch.toMm)])
    .filter(isFree);
  return rolls.length === 0
    ? null
    : rolls.reduce((one, other) => (Math.abs(other - nowMm) < Math.abs(one - nowMm) ? other : one));
}

/**
 * A run and how the part is turned before it: mm along a ring, clockwise; a line is turned end for end. null: it stays.
 */
export interface TurnedRun {
  readonly run: ArcRun;
  readonly turnMm: number | null;
  readonly turned: boolean;
}

/**
 * How the part is turned before each run so that it is reached, with the time it takes as the least pause before the
 * run. Who welds stands where he stands; two of them count as one here. What is longer than the reach is welded in as
 * many goes.
 */
export function turnedRuns(access: Access, runs: readonly ArcRun[]): readonly TurnedRun[] {
  const hidden = laidOut(access, access.outOfReach);
  const still = (): readonly TurnedRun[] => runs.map((run) => ({ run, turnMm: null, turned: false }));
  if (hidden.length === 0 || !access.turns) return still();
  const reach = reachMm(access);
  let [nowMm, over] = [0, false];
  return runs.map((run) => {
    const stretch = { fromMm: Math.min(run.fromMm, run.toMm), toMm: Math.max(run.fromMm, run.toMm) };
    const withTurns = (turns: number): ArcRun => ({ ...run, restS: run.restS + turns * data.seconds.roll });
    if (access.kind === 'line') {
      const wanted = hidden.some((one) => overlaps(one, stretch));
      const turned = wanted !== over;
      over = wanted;
      return { run: turned ? withTurns(1) : run, turnMm: null, turned };
    }
    const roll = rollFor(access, hidden, stretch, nowMm);
    if (roll === null)
      return {
        run: withTurns(Math.ceil((stretch.toMm - stretch.fromMm) / Math.max(1, reach))),
        turnMm: null,
        turned: true,
      };
    const turnMm = roll - nowMm;
    nowMm = roll;
    return turnMm === 0 ? { run, turnMm: null, turned: false } : { run: withTurns(1), turnMm, turned: true };
  });
}

/** Runs with the pauses that turning the part takes, whatever pauses they had. */
export const readyRuns = (access: Access, runs: readonly ArcRun[]): readonly ArcRun[] =>
  turnedRuns(
    access,
    runs.map((run) => ({ ...run, restS: 0 })),
  ).map(({ run }) => run);
