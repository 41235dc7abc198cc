import type { JobDetail, Learnt } from '@variatum/contracts';
import { activeJoints, lastSeen, rodAt } from '@variatum/job';
import { learnShare, OUTCOMES, type Outcome } from '@variatum/metallurgy';

/** How joints of a job did when they were last seen, with the rod each had then. */
function outcomesOf(job: JobDetail): readonly { readonly rod: string | null; readonly outcome: Outcome }[] {
  return activeJoints(job).flatMap((joint) => {
    const last = lastSeen(job, joint.id);
    const rod = last && rodAt(job, joint, last.at);
    return last && rod !== undefined ? [{ rod, outcome: last.entry.outcome }] : [];
  });
}

/** A share with its 90 % range: a Beta belief that begins even. */
export function countedOf(yes: number, no: number): { readonly mean: number; readonly range90: [number, number] } {
  const {
    mean,
    range90: [low, high],
  } = learnShare([1, 1], [yes, no]);
  return { mean, range90: [low, high] };
}

/** How repairs did, rod by rod, and in what way they gave out. */
export function countedOutcomes(jobs: readonly JobDetail[]): Pick<Learnt, 'outcomes' | 'failures'> {
  const all = jobs.flatMap(outcomesOf);
  const rods = [...new Set(all.map(({ rod }) => rod))];
  const failed = OUTCOMES.filter((way) => way !== 'held');
  return {
    outcomes: rods
      .map((rod) => {
        const own = all.filter((one) => one.rod === rod);
        const held = own.filter(({ outcome }) => outcome === 'held').length;
        return { rod, held, failed: own.length - held, ...countedOf(held, own.length - held) };
      })
      .sort((one, other) => other.held + other.failed - one.held - one.failed),
    failures: failed.flatMap((way) => {
      const count = all.filter(({ outcome }) => outcome === way).length;
      return count === 0 ? [] : [{ way, count, of: all.length, ...countedOf(count, all.length - count) }];
    }),
  };
}
