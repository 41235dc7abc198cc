import type { Decision, Paper, ReportKind } from '@variatum/contracts';
import { activeJoints, decisionOf, recorded } from '@variatum/job';
import type { RequestContext } from '../http/context';
import { ProblemError } from '../http/problem-error';
import { readDecision } from '../decisions/store';
import { readJobDetail } from '../jobs/store';
import { readLearnt } from '../learning/store';
import { listMeters, readingsOfJob } from '../meters/store';
import { listPeople } from '../people/store';
import { photoBytes } from '../photos/store';
import type { ReportInput } from '../report';
import { readWorkshop } from '../workshop/store';
import type { TableSource } from './tables';

/** What tables of a job are made from. @throws ProblemError 404 */
export async function readTableSource(
  context: RequestContext,
  id: string,
): Promise<TableSource & { readonly readingsCut: boolean }> {
  const job = await readJobDetail(context, id);
  const { readings, more } = await readingsOfJob(context, id);
  const people = await listPeople(context);
  return {
    job,
    readings,
    readingsCut: more,
    meters: await listMeters(context),
    people: Object.fromEntries(people.map(({ id: who, name }) => [who, name])),
  };
}

/** All a report of a job is written from. @throws ProblemError 404; 409 for an offer where no quote is kept */
export async function readReport(
  context: RequestContext,
  id: string,
  { kind, paper }: { readonly kind: ReportKind; readonly paper: Paper },
  now: Date,
): Promise<ReportInput> {
  const source = await readTableSource(context, id);
  const { job } = source;
  if (kind === 'offer' && recorded(job, 'quote').length === 0)
    throw ProblemError.conflictOf('No quote is kept', 'Keep a quote under Record first: an offer says what was kept.');
  const joints = activeJoints(job);
  const last = new Set(joints.flatMap((joint) => decisionOf(joints, job.decisions, joint)?.id ?? []));
  const decisions: Decision[] = [];
  // Newest first, as they are looked through.
  for (const { id: decision } of job.decisions)
    if (last.has(decision)) decisions.push(await readDecision(context, decision));
  // An offer shows the part as it is drawn: no picture is read for it.
  const shown = kind === 'offer' ? [] : job.photos.filter(({ withdrawnAt }) => withdrawnAt === null);
  const pictures: ReportInput['pictures'][number][] = [];
  for (const { id: photo, caption, turn } of shown)
    pictures.push({ id: photo, caption, turn, bytes: (await photoBytes(context, photo)).bytes });
  return {
    ...source,
    decisions,
    workshop: await readWorkshop(context),
    learnt: await readLearnt(context, id),
    pictures,
    kind,
    paper,
    madeAt: now.toISOString(),
  };
}
