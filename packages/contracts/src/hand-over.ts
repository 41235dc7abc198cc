import * as z from 'zod';
import { id } from './fields';

/**
 * What a report is for: to be agreed to before the work; for a customer, who wants to know what was done; for an
 * inspector, who wants to know how it is known.
 */
export const REPORT_KINDS = ['offer', 'customer', 'inspector'] as const;
export type ReportKind = (typeof REPORT_KINDS)[number];
/** Sheets a report is laid out for. */
export const PAPERS = ['A4', 'Letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** What a report is asked for with. */
export const reportQuerySchema = z.strictObject({
  kind: z.enum(REPORT_KINDS).default('customer'),
  paper: z.enum(PAPERS).default('A4'),
});

/** Tables of a job, each as lines of comma-separated values. */
export const JOB_TABLES = ['tests', 'passes', 'readings', 'findings', 'quote', 'minutes'] as const;
export type JobTable = (typeof JOB_TABLES)[number];
/** Path of a table of a job. */
export const jobTablePathSchema = z.object({ id, table: z.enum(JOB_TABLES) });

/** What a label is asked for with: the address at which the program is found from other devices. */
export const labelQuerySchema = z.strictObject({
  at: z.url({ protocol: /^https?$/, error: 'give an address, such as https://bench.local' }).max(120),
});
