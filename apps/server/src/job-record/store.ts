import type { JobRecord, NewJobRecord } from '@variatum/contracts';
import { verdictOf } from '@variatum/job';
import { and, eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { acceptObstacle, InputError } from '@variatum/metallurgy';
import { tables } from '../database';
import { ProblemError } from '../http/problem-error';
import { readJobDetail } from '../jobs/store';
import type { Scope } from '../store';
import { readWorkshop } from '../workshop/store';
import { jobRecordLog } from './read';

/** What an entry about another one must be about. */
const ABOUT = { confirm: 'finding', 'quote-accepted': 'quote' } as const;

/**
 * Records something of a job.
 * @throws ProblemError 404 without what it is about; 409 where a finding would be confirmed by whoever made it
 */
export async function addJobRecord(
  scope: Scope & { readonly person: string | null },
  jobId: string,
  { id = uuid(), ...body }: NewJobRecord,
): Promise<JobRecord> {
  const about = ABOUT[body.entry.kind as keyof typeof ABOUT];
  if (about !== undefined && 'of' in body.entry) {
    const { jobRecord } = tables;
    const [found] = await scope.database
      .select({ madeBy: jobRecord.madeBy, kind: sql<string>`${jobRecord.entry} ->> 'kind'` })
      .from(jobRecord)
      .where(
        and(eq(jobRecord.id, body.entry.of), eq(jobRecord.jobId, jobId), eq(jobRecord.workshopId, scope.workshop)),
      );
    if (found?.kind !== about) throw ProblemError.notFound(about);
    if (about === 'finding' && scope.person !== null && found.madeBy === scope.person)
      throw ProblemError.conflictOf('Not confirmed', 'A finding is confirmed by somebody else than who made it.');
  }
  if (body.entry.kind === 'verdict' && body.entry.says === 'accepted' && body.jointId !== null)
    await mustBeAcceptable(scope, jobId, body.jointId, id, body.entry);
  return jobRecordLog.add(scope, jobId, { id, ...body });
}

/** A crack is never accepted; what was missed or not looked at only with a reason. @throws ProblemError 409, 422 */
async function mustBeAcceptable(
  scope: Scope,
  jobId: string,
  jointId: string,
  id: string,
  { state, note }: Extract<NewJobRecord['entry'], { kind: 'verdict' }>,
): Promise<void> {
  const job = await readJobDetail(scope, jobId);
  // What is sent again was taken: what was found since does not undo it.
  if (job.record.some((one) => one.id === id)) return;
  const joint = job.joints.find((one) => one.id === jointId);
  // A joint that is not there is named by the log itself.
  const obstacle = joint && acceptObstacle(verdictOf(job, joint, await readWorkshop(scope), []));
  if (obstacle?.code === 'crack')
    throw ProblemError.conflictOf(
      'Not accepted',
      'A crack was found and stands. Repair it, look again and log "none".',
    );
  if (state !== 'met' && note.trim() === '')
    throw InputError.at(['entry', 'note'], 'say why it is accepted with lines missed or not looked at');
}
