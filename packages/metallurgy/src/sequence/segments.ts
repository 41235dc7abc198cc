import data from '../../data/sequence.json';
import type { SeamProblem, Stretch } from './seam-problem';

const overlap = (one: Stretch, other: Stretch): boolean =>
  one.fromMm < other.toMm - 1e-6 && other.fromMm < one.toMm - 1e-6;

/** What of a seam is to be welded: all of it but what is left out. */
function wanted({ shell, left }: SeamProblem): readonly Stretch[] {
  const cuts = [...left].sort((one, other) => one.fromMm - other.fromMm);
  const found: Stretch[] = [];
  let from = 0;
  for (const cut of cuts) {
    if (cut.fromMm > from) found.push({ fromMm: from, toMm: cut.fromMm });
    from = Math.max(from, cut.toMm);
  }
  if (from < shell.lengthMm - 1e-6) found.push({ fromMm: from, toMm: shell.lengthMm });
  return found;
}

/** Cuts a seam into so many even segments, fewer where parts of it are left out. */
export function segmentsOf(problem: SeamProblem, count: number): readonly Stretch[] {
  const length = problem.shell.lengthMm / count;
  return wanted(problem).flatMap(({ fromMm, toMm }) => {
    const parts = Math.max(1, Math.round((toMm - fromMm) / length));
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

/** Whether a stretch is out of reach as the part lies. */
export const isOutOfReach = ({ outOfReach }: SeamProblem, stretch: Stretch): boolean =>
  outOfReach.some((one) => overlap(one, stretch));
