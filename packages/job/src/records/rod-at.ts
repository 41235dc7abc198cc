import type { JobDetail, JointRecord } from '@variatum/contracts';
import { activeJoints } from './active-pieces';
import { leaderOf } from './alike-joints';

/** A moment after all others. */
export const FOR_EVER = new Date(8.64e15).toISOString();

/**
 * Rod a joint was welded with by some moment: that of the last arc struck there, else the one decided on by then, else
 * the first decided on.
 * @param at ISO 8601
 * @returns null: without a rod; undefined: not known
 */
export function rodAt(
  job: Pick<JobDetail, 'joints' | 'weld' | 'decisions'>,
  joint: JointRecord,
  at: string,
): string | null | undefined {
  const moment = Date.parse(at);
  const before = (one: string): boolean => Date.parse(one) <= moment;
  const struck = job.weld
    .filter((one) => one.jointId === joint.id && one.struckOutAt === null && before(one.at))
    .flatMap(({ entry }) => (entry.kind === 'start' ? [entry.rod] : []));
  if (struck.length > 0) return struck.at(-1);
  const leader = leaderOf(activeJoints(job), joint);
  // Newest first.
  const decided = job.decisions.filter(({ jointId }) => jointId === joint.id || jointId === leader.id);
  return (decided.find(({ createdAt }) => before(createdAt)) ?? decided.at(-1))?.rod;
}
