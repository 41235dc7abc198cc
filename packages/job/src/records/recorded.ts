import type { Finding } from '@variatum/metallurgy';
import type { JobDetail, JobRecord, JobRecordEntry } from '@variatum/contracts';

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

/** How a joint was last seen in use, by itself or with the whole part; undefined: nobody has seen it again. */
export const lastSeen = (job: Pick<JobDetail, 'record'>, jointId: string): StandingEntry<'seen'> | undefined =>
  recorded(job, 'seen')
    .filter((one) => one.jointId === null || one.jointId === jointId)
    .at(-1);

/** Whether how something was seen tells of causes: a crack does by where it ran, rust and a leak by themselves. */
export const tellsOfCauses = ({ outcome, where }: StandingEntry<'seen'>['entry']): boolean =>
  outcome === 'rusted' || outcome === 'leaked' || (outcome === 'cracked' && where !== null);

/**
 * What the log of the weld found: a gauge, and cracks that were seen at the torch, are findings like those made later.
 */
const foundWhileWelding = (job: Pick<JobDetail, 'weld'>, joint: string): readonly Finding[] =>
  job.weld.flatMap(({ id, jointId, at, madeBy: who, entry, struckOutAt }): Finding[] => {
    if (jointId !== joint || struckOutAt !== null) return [];
    const plain = { id, range90: null, note: '', photo: null, who, atMs: Date.parse(at), confirmedBy: [] };
    if (entry.kind === 'ferrite')
      return [{ ...plain, line: 'ferrite', value: entry.fn, choice: null, atMm: null, by: 'gauge' }];
    if (entry.kind === 'crack')
      return [{ ...plain, line: 'cracks', value: null, choice: entry.where, atMm: entry.atMm, by: 'eye' }];
    return [];
  });

/** Findings at a joint that stand, oldest first, as the core judges them. */
export function findingsOf(job: Pick<JobDetail, 'record' | 'weld'>, jointId: string): readonly Finding[] {
  const confirms = recorded(job, 'confirm');
  const found = recorded(job, 'finding')
    .filter((one) => one.jointId === jointId)
    .map(({ id, at, madeBy: who, entry: { kind: _kind, ...finding } }): Finding => ({
      ...finding,
      id,
      who,
      atMs: Date.parse(at),
      confirmedBy: [],
    }));
  return [...foundWhileWelding(job, jointId), ...found]
    .sort((one, other) => one.atMs - other.atMs)
    .map((one) => ({
      ...one,
      confirmedBy: confirms.flatMap(({ entry, madeBy: other }) =>
        entry.of === one.id && other !== null && other !== one.who ? [other] : [],
      ),
    }));
}
