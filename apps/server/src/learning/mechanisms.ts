import type { Calibration, JobDetail } from '@variatum/contracts';
import { activeJoints, jointQuestion, lastSeen, leaderOf, tellsOfCauses } from '@variatum/job';
import type { ChooseInput } from '@variatum/metallurgy';
import type { RequestContext } from '../http/context';
import { countedOf } from './outcomes';

/** Joints that gave out and are laid to causes, the last ones: each takes a while to reckon. */
const MOST_FAILURES = 20;

/**
 * What joints that were seen again tell of causes: the question of each that gave out, and how many were seen in all.
 */
function failuresOf(jobs: readonly JobDetail[]): { readonly seen: number; readonly questions: readonly ChooseInput[] } {
  let seen = 0;
  const questions: ChooseInput[] = [];
  for (const job of jobs) {
    const all = activeJoints(job);
    for (const joint of all) {
      const last = lastSeen(job, joint.id);
      if (!last) continue;
      seen++;
      // What is said of the whole job names no joint.
      if (!tellsOfCauses(last.entry) || last.jointId !== joint.id) continue;
      const question = jointQuestion(job, leaderOf(all, joint));
      if (question?.beads && question.beads.length > 0) questions.push(question);
    }
  }
  return { seen, questions: questions.slice(0, MOST_FAILURES) };
}

/** What joints that gave out are laid to, mechanism by mechanism, with a Beta range that begins even. */
export async function failureMechanisms(
  context: RequestContext,
  jobs: readonly JobDetail[],
  signal?: AbortSignal,
): Promise<Calibration['mechanisms']> {
  const { seen, questions } = failuresOf(jobs);
  if (questions.length === 0) return [];
  const findings = await context.compute.causesOfFailures(questions, context.workshop, signal);
  // What is not the metal's is load here, a pore there: each by its title.
  const counts = new Map<string, { readonly mechanism: string | null; readonly count: number }>();
  for (const { mechanism, title, share } of findings.flat())
    counts.set(title, { mechanism, count: (counts.get(title)?.count ?? 0) + share });
  return [...counts]
    .map(([title, { mechanism, count }]) => ({
      mechanism,
      title,
      count,
      of: seen,
      ...countedOf(count, Math.max(0, seen - count)),
    }))
    .sort((one, other) => other.count - one.count);
}
