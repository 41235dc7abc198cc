import type {
  Decision,
  JobDetail,
  KeptReadings,
  Learnt,
  Meter,
  Paper,
  ReportKind,
  Workshop,
} from '@variatum/contracts';

/** A picture of a job with its bytes. */
export interface ReportPicture {
  readonly id: string;
  readonly caption: string;
  readonly turn: number;
  readonly bytes: Uint8Array;
}

/** All a report is written from: it crosses to another thread, so it is data. */
export interface ReportInput {
  readonly job: JobDetail;
  /** The last decision on each joint, whole. */
  readonly decisions: readonly Decision[];
  readonly readings: KeptReadings['readings'];
  /** Whether older readings are left out. */
  readonly readingsCut: boolean;
  readonly meters: readonly Meter[];
  /** Names of people, by id. */
  readonly people: Readonly<Record<string, string>>;
  readonly workshop: Workshop;
  /** What the workshop's other jobs have taught. */
  readonly learnt: Learnt;
  readonly pictures: readonly ReportPicture[];
  readonly kind: ReportKind;
  readonly paper: Paper;
  readonly madeAt: string;
}
