import type { Finding } from '@variatum/metallurgy';
import type { JobRecord, JobRecordEntry } from './job-record';
import type { JobDetail } from './records';

/** Entries of one kind that stand, with who made them and when. */
export type StandingEntry<Kind extends JobRecordEntry['kind']> = Omit<JobRecord, 'entry'> & {
  readonly entry: Extract<JobRecordEntry, { kind: Kind }>;
};

/** What stands of one kind, oldest first. */
export const recorded = <Kind extends JobRecordEntry['kind']>(
  job: Pick<JobDetail, 'record'>,
  kind: Kind,
): readonly StandingEntry<Kind>[] =>
  job.record.filter((one): one is StandingEntry<Kind> => one.struckOutAt === null && one.entry.kind === kind);

/** Findings at a joint that stand, as the core judges them. */
export function findingsOf(job: Pick<JobDetail, 'record'>, jointId: string): readonly Finding[] {
  const confirms = recorded(job, 'confirm');
  return recorded(job, 'finding')
    .filter((one) => one.jointId === jointId)
    .map(({ id: of, at, madeBy: who, entry: { kind: _kind, ...finding } }) => ({
      ...finding,
      id: of,
      who,
      atMs: Date.parse(at),
      confirmedBy: confirms.flatMap(({ entry, madeBy: other }) => (entry.of === of && other !== null && other !== who ? [other] : [])),
    }));
} // prettier-ignore
