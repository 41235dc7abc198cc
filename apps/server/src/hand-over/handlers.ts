import { DOCUMENT_MOST_BYTES, type JobDetail } from '@variatum/contracts';
import { activeJoints, activePieces, decisionOf } from '@variatum/job';
import { InputError } from '@variatum/metallurgy';
import { dayWords, pieceLetter } from '@variatum/presentation';
import type { Handlers } from '../http/endpoint-routes';
import { ProblemError } from '../http/problem-error';
import { readJobDetail } from '../jobs/store';
import type { LabelInput } from '../report';
import { readWorkshop } from '../workshop/store';
import { bringJobIn } from './bring-in';
import { wholeDocument } from './read-job';
import { readReport, readTableSource } from './read-report';
import { tableFile } from './tables';
import { fileName } from './file-names';
import { takeWorkshopFile } from './read-workshop';
import { writeWorkshop } from './write-workshop';

/** Metal and rod of a job, as its label says them. */
function labelLines(job: JobDetail): readonly string[] {
  const joints = activeJoints(job);
  const pieces = activePieces(job).map((piece, index) =>
    [pieceLetter(index), piece.name, piece.grade ?? piece.weldMetal ?? ''].filter(Boolean).join(' '),
  );
  const rods = [...new Set(joints.flatMap((joint) => decisionOf(joints, job.decisions, joint)?.rod ?? []))];
  return [...pieces.slice(0, 3), ...(rods.length > 0 ? [`rod ${rods.join(', ')}`] : [])];
}

export const handOverHandlers = {
  'GET /jobs/:id/report': async ({ context, path, query, signal }) => {
    const input = await readReport(context, path.id, query, new Date());
    return {
      mediaType: 'application/pdf',
      bytes: await context.compute.report(input, context.workshop, signal),
      saveAs: fileName(input.job.title, 'pdf', query.kind),
    };
  },
  'GET /jobs/:id/label': async ({ context, path, query, reach, signal }) => {
    const job = await readJobDetail(context, path.id);
    // Whoever reads a label trusts where it leads.
    if (!reach.admits(new URL(query.at).hostname))
      throw InputError.at(['at'], 'give an address of this program, as it printed one');
    const { name } = await readWorkshop(context);
    const label: LabelInput = {
      title: job.title,
      workshop: name,
      reference: job.id.slice(0, 8),
      cameIn: dayWords(job.createdAt),
      lines: labelLines(job),
      address: new URL(`/jobs/${job.id}`, query.at).href,
    };
    return {
      mediaType: 'application/pdf',
      bytes: await context.compute.label(label, context.workshop, signal),
      saveAs: fileName(job.title, 'pdf', 'label'),
    };
  },
  'GET /jobs/:id/tables/:table': async ({ context, path: { id, table } }) => {
    const source = await readTableSource(context, id);
    return { mediaType: 'text/csv', bytes: tableFile(table, source), saveAs: fileName(source.job.title, 'csv', table) };
  },
  'GET /jobs/:id/document': async ({ context, path }) => {
    const document = await wholeDocument(context, path.id, new Date());
    const bytes = Buffer.from(`${JSON.stringify(document, null, 1)}\n`, 'utf8');
    if (bytes.length > DOCUMENT_MOST_BYTES)
      throw ProblemError.tooLarge(
        'With all its pictures this job is too large for one document: hand the whole workshop over as a file.',
      );
    return { mediaType: 'application/json', bytes, saveAs: fileName(document.job.title, 'json') };
  },
  'POST /jobs/document': async ({ context, body }) => readJobDetail(context, await bringJobIn(context, body)),
  'GET /workshop/document': async ({ context }) => ({
    mediaType: 'application/zip',
    bytes: await writeWorkshop(context, new Date()),
    saveAs: `workshop-${new Date().toISOString().slice(0, 10)}.zip`,
  }),
  'POST /workshop/document': ({ context, body }) => takeWorkshopFile(context, body),
} satisfies Partial<Handlers>;
