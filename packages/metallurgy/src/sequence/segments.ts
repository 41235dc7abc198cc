import data from '../../data/sequence.json';
import { laidOut, reachMm, unreached, without, type Access } from './access';
import type { SeamProblem, Stretch } from './seam-problem';

/** How the seam of a problem is reached. */
export const accessOf = ({ shell: { kind, lengthMm }, outOfReach, turns }: SeamProblem): Access => ({
  kind,
  lengthMm,
  outOfReach,
  turns,
});

/** What of a seam is to be put in order: not what is left out, what was fixed by hand, or what nobody reaches. */
function wanted(problem: SeamProblem): readonly Stretch[] {
  const { shell, left, fixed } = problem;
  const access = accessOf(problem);
  const done = fixed.map(({ fromMm, toMm }) => ({ fromMm: Math.min(fromMm, toMm), toMm: Math.max(fromMm, toMm) }));
  const free = without(shell.lengthMm, laidOut(access, [...left, ...done, ...unreached(access)]));
  // A line that is turned end for end is cut where its reach ends; a ring is rolled as far as each run takes.
  return shell.kind === 'ring' || !problem.turns
    ? free
    : free.flatMap((one) => cutAt(one, laidOut(access, problem.outOfReach)));
}

function cutAt({ fromMm, toMm }: Stretch, stretches: readonly Stretch[]): readonly Stretch[] {
  const cuts = stretches.flatMap((one) => [one.fromMm, one.toMm]).filter((mm) => mm > fromMm && mm < toMm);
  const ends = [fromMm, ...cuts.sort((one, other) => one - other), toMm];
  return ends.slice(1).map((end, index) => ({ fromMm: ends[index] as number, toMm: end }));
}

/**
 * Cuts a seam into so many even segments, fewer where parts of it are left out; none longer than what is reached at
 * once, or than a run may be.
 */
export function segmentsOf(problem: SeamProblem, count: number): readonly Stretch[] {
  const length = problem.shell.lengthMm / count;
  const access = accessOf(problem);
  const reached = problem.turns ? Math.max(1, reachMm(access)) : Infinity;
  const most = Math.min(reached, problem.mostRunMm ?? Infinity);
  return wanted(problem).flatMap(({ fromMm, toMm }) => {
    const parts = Math.max(1, Math.round((toMm - fromMm) / length), Math.ceil((toMm - fromMm) / most - 1e-9));
    const step = (toMm - fromMm) / parts;
    return Array.from({ length: parts }, (_, part) => ({
      fromMm: fromMm + part * step,
      toMm: fromMm + (part + 1) * step,
    }));
  });
}

/** Numbers of segments worth trying on a seam. */
export function segmentCounts({ shell }: SeamProblem): readonly number[] {
  const { ring, lineMm, least, most } = data.segments;
  if (shell.kind === 'ring') return ring;
  const counts = lineMm.map((mm) => Math.min(most, Math.max(least, Math.round(shell.lengthMm / mm))));
  return [...new Set(counts)];
}
