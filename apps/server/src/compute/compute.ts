import type { Plan } from '@variatum/contracts';
import type { PieceEvidence, PlanInput } from '@variatum/job';
import { InputError, type BeadFinding, type ChooseInput, type LearnDilutionQuestion } from '@variatum/metallurgy';
import { Piscina } from 'piscina';
import type { DocumentFile } from '../hand-over/open-document';
import type { LabelInput, ReportInput } from '../report';
import type { PreparedPicture } from './prepare-picture';
import {
  tasks,
  type GradeChance,
  type GradedPiece,
  type LearntFromBeads,
  type Outcome,
  type StoredChoice,
} from './tasks';
import { Turns } from './turns';

/** The server's computations, none of them on the event loop. Faults of an input arrive as `InputError`. */
export interface Compute {
  /**
   * Computes a choice.
   * @param owner whose turn it takes; owners are served in turn
   * @param signal stops it: nobody waits for the answer any more
   */
  choose(
    question: ChooseInput,
    seed: number,
    rod: string | null,
    owner: string,
    signal?: AbortSignal,
  ): Promise<StoredChoice>;
  /** One plan of a job. @param owner whose turn it takes */
  plan(input: PlanInput, owner: string, signal?: AbortSignal): Promise<Plan>;
  /** Material family the tests of a piece speak for. */
  likelyFamily(piece: PieceEvidence): Promise<string | null>;
  /** Dilution of each kind of bead, from those that were measured. @param owner whose turn it takes */
  learnDilutions(
    questions: readonly LearnDilutionQuestion[],
    owner: string,
    signal?: AbortSignal,
  ): Promise<readonly LearntFromBeads[]>;
  /** What tests alone gave the grades that pieces turned out to be. @param owner whose turn it takes */
  chanceOfGrades(pieces: readonly GradedPiece[], owner: string, signal?: AbortSignal): Promise<readonly GradeChance[]>;
  /** What the last that was seen of each joint is laid to. @param owner whose turn it takes */
  causesOfFailures(
    questions: readonly ChooseInput[],
    owner: string,
    signal?: AbortSignal,
  ): Promise<readonly BeadFinding['causes'][]>;
  /** A report of a job as a PDF. @param owner whose turn it takes */
  report(input: ReportInput, owner: string, signal?: AbortSignal): Promise<Uint8Array>;
  /** A label for a part as a PDF. @param owner whose turn it takes */
  label(input: LabelInput, owner: string, signal?: AbortSignal): Promise<Uint8Array>;
  /** Opens a document on disk, on a thread that may take only so much memory. */
  openJob(asked: DocumentFile & { readonly workshop: string }): Promise<Answered<'openJob'>>;
  openWorkshop(asked: DocumentFile): Promise<Answered<'openWorkshop'>>;
  openReadings(asked: Parameters<(typeof tasks)['openReadings']>[0]): Promise<Answered<'openReadings'>>;
  /** A picture decoded and made anew. */
  picture(bytes: Uint8Array): Promise<PreparedPicture>;
  close(): Promise<void>;
}

/** Choices that may wait; more are asked to come again. */
const MOST_WAITING = 40;
const IDLE_MS = 30_000;
/** A thread that read a large document lets its memory go at once, ms. */
const DOCUMENTS_IDLE_MS = 500;
/** Memory a document may take while it is read, MB: what asks for more is refused, and takes nothing else down. */
const DOCUMENTS_MOST_MB = 512;

/** What a task answers when nothing was wrong. */
type Answered<Name extends keyof typeof tasks> =
  Awaited<ReturnType<(typeof tasks)[Name]>> extends Outcome<infer Result> ? Result : never;

function resultOf<Result>(outcome: Outcome<Result>): Result {
  if ('errors' in outcome) throw new InputError(outcome.errors);
  return outcome.result;
}

/**
 * Computations on worker threads that end when idle: one thread for choices, which take a second, and stand back behind
 * everything else; one for what takes milliseconds, so that it never waits for a choice.
 * @param filename the built worker
 */
export function threadCompute(filename: string): Compute {
  const threads = (standsBack: boolean, more: object = {}): Piscina =>
    new Piscina({
      filename,
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: IDLE_MS,
      workerData: { standsBack },
      ...more,
    });
  const long = threads(true);
  const short = threads(false);
  const resourceLimits = { maxOldGenerationSizeMb: DOCUMENTS_MOST_MB };
  const documents = threads(true, { idleTimeout: DOCUMENTS_IDLE_MS, resourceLimits });
  const turns = new Turns(1, MOST_WAITING);
  /** Has a task done on a thread. What crosses threads loses its type; the tasks themselves say what each answers. */
  const ask = async <Name extends keyof typeof tasks>(
    pool: Piscina,
    name: Name,
    question: Parameters<(typeof tasks)[Name]>[0],
    signal?: AbortSignal,
  ): Promise<Answered<Name>> =>
    resultOf((await pool.run({ name, question }, signal ? { signal } : {})) as Outcome<Answered<Name>>);
  const open = async <Name extends 'openJob' | 'openWorkshop' | 'openReadings'>(
    name: Name,
    question: Parameters<(typeof tasks)[Name]>[0],
  ): Promise<Answered<Name>> => {
    try {
      return await ask(documents, name, question);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ERR_WORKER_OUT_OF_MEMORY') throw error;
      throw InputError.at(['body'], 'holds more than can be read; hand jobs over one by one');
    }
  };
  return {
    choose: (question, seed, rod, owner, signal) =>
      turns.take(owner, () => ask(long, 'choose', { question, seed, rod }, signal), signal),
    plan: (input, owner, signal) => turns.take(owner, () => ask(long, 'plan', input, signal), signal),
    likelyFamily: ({ kind, itemFamily, form, coating, condition, grade, weldMetal, tests }) =>
      ask(short, 'likelyFamily', { kind, itemFamily, form, coating, condition, grade, weldMetal, tests }),
    learnDilutions: (questions, owner, signal) =>
      turns.take(owner, () => ask(long, 'learnDilutions', questions, signal), signal),
    chanceOfGrades: (pieces, owner, signal) =>
      turns.take(owner, () => ask(long, 'chanceOfGrades', pieces, signal), signal),
    causesOfFailures: (questions, owner, signal) =>
      turns.take(owner, () => ask(long, 'causesOfFailures', questions, signal), signal),
    report: (input, owner, signal) => turns.take(owner, () => ask(long, 'report', input, signal), signal),
    label: (input, owner, signal) => turns.take(owner, () => ask(long, 'label', input, signal), signal),
    openJob: (asked) => open('openJob', asked),
    openWorkshop: (asked) => open('openWorkshop', asked),
    openReadings: (asked) => open('openReadings', asked),
    picture: (bytes) => ask(short, 'picture', bytes),
    close: async () => void (await Promise.all([long.destroy(), short.destroy(), documents.destroy()])),
  };
}

/** The same computations in the calling thread, for tests. @param samples fewer draws than in earnest, to save time */
export function directCompute(samples: number): Compute {
  return {
    choose: (question, seed, rod) =>
      Promise.resolve().then(() => resultOf(tasks.choose({ question: { ...question, samples }, seed, rod }))),
    plan: (input) => Promise.resolve().then(() => resultOf(tasks.plan({ ...input, samples }))),
    likelyFamily: (piece) => Promise.resolve().then(() => resultOf(tasks.likelyFamily(piece))),
    learnDilutions: (questions) => Promise.resolve().then(() => resultOf(tasks.learnDilutions(questions))),
    chanceOfGrades: (pieces) => Promise.resolve().then(() => resultOf(tasks.chanceOfGrades(pieces))),
    causesOfFailures: (questions) => Promise.resolve().then(() => resultOf(tasks.causesOfFailures(questions))),
    report: async (input) => resultOf(await tasks.report(input)),
    label: async (input) => resultOf(await tasks.label(input)),
    openJob: (asked) => Promise.resolve().then(() => resultOf(tasks.openJob(asked))),
    openWorkshop: (asked) => Promise.resolve().then(() => resultOf(tasks.openWorkshop(asked))),
    openReadings: (asked) => Promise.resolve().then(() => resultOf(tasks.openReadings(asked))),
    picture: async (bytes) => resultOf(await tasks.picture(bytes)),
    close: () => Promise.resolve(),
  };
}
