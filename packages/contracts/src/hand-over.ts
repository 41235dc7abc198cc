import * as z from 'zod';
import { id } from './fields';

/** Whom a report is written for: a customer wants to know what was done, an inspector how it is known. */
export const REPORT_READERS = ['customer', 'inspector'] as const;
export type ReportReader = (typeof REPORT_READERS)[number];
/** Sheets a report is laid out for. */
export const PAPERS = ['A4', 'Letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** What a report is asked for with. */
export const reportQuerySchema = z.strictObject({
  reader: z.enum(REPORT_READERS).default('customer'),
  paper: z.enum(PAPERS).default('A4'),
});

/** Tables of a job, each as lines of comma-separated values. */
export const JOB_TABLES = ['tests', 'passes', 'readings', 'findings', 'quote'] as const;
export type JobTable = (typeof JOB_TABLES)[number];
/** Path of a table of a job. */
export const jobTablePathSchema = z.object({ id, table: z.enum(JOB_TABLES) });

/** What a label is asked for with: the address at which the program is found from other devices. */
export const labelQuerySchema = z.strictObject({
  at: z.url({ protocol: /^https?$/, error: 'give an address, such as https://bench.local' }).max(120),
});
