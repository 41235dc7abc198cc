import { activeJoints, jointQuestion, leaderOf, recorded, type Calibration, type JobDetail } from '@variatum/contracts';
import { learnShare, type ChooseInput } from '@variatum/metallurgy';
import type { RequestContext } from '../http/context';

/** Joints that gave out and are laid to causes, the last ones: each takes a while to reckon. */
const MOST_FAILURES = 20;

/** What joints that were seen again tell of causes: the question of each that gave out, and how many were seen in all. */
function failuresOf(jobs: readonly JobDetail[]): { readonly seen: number; readonly questions: readonly ChooseInput[] } {
  let seen = 0;
  const questions: ChooseInput[] = [];
  for (const job of jobs) {
    const all = activeJoints(job);
    const entries = recorded(job, 'seen');
    for (const joint of all) {
      const last = entries.filter(({ jointId }) => jointId === null || jointId === joint.id).at(-1);
      if (!last) continue;
      seen++;
      const { outcome, where } = last.entry;
      const tells = outcome === 'rusted' || outcome === 'leaked' || (outcome === 'cracked' && where !== null);
      // What is said of the whole job names no joint.
      if (!tells || last.jointId !== joint.id) continue;
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
    .map(([title, { mechanism, count }]) => {
      const { mean, range90: [low, high] } = learnShare([1, 1], [count, Math.max(0, seen - count)]); // prettier-ignore
      return { mechanism, title, count, of: seen, mean, range90: [low, high] as [number, number] };
    })
    .sort((one, other) => other.count - one.count);
}
