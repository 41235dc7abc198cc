import type { Plan, WorkshopDocument } from '@variatum/contracts';
import { COMPUTATIONS, pieceQuestion, planOfJob, type PieceEvidence, type PlanInput } from '@variatum/job';
import {
  beadFinding,
  checkChooseInput,
  identify,
  InputError,
  learnDilution,
  type BeadFinding,
  type ChooseInput,
  type FieldError,
  type LearnDilutionQuestion,
  type LearntDilution,
  withTakeable,
} from '@variatum/metallurgy';
import {
  openJobDocument,
  openLooseReadings,
  openWorkshopDocument,
  type DocumentFile,
  type ReadingsInParts,
} from '../hand-over/open-document';
import { reckonFamily } from '../pieces/reckon-family';
import { makeLabel, makeReport, type LabelInput, type ReportInput } from '../report';
import { preparePicture, type PreparedPicture } from './prepare-picture';

/** What a computation answered, or what was wrong with its input: errors cross threads as data, a class does not. */
export type Outcome<Result> = { readonly result: Result } | { readonly errors: readonly FieldError[] };

/** A choice as it is stored: the whole of it as JSON text, which crosses threads and reaches the database as it is. */
export interface StoredChoice {
  readonly recommended: string | null;
  readonly json: string;
}

/** What beads of a kind have taught; null: none of them could be taken. */
export interface LearntFromBeads {
  readonly learnt: LearntDilution | null;
  readonly leftOut: number;
}
/** A piece whose grade is known, as it was before anybody knew. */
export interface GradedPiece {
  readonly grade: string;
  readonly evidence: PieceEvidence;
}
/** What its tests alone gave that grade. */
export interface GradeChance {
  readonly chance: number;
  /** 0: it was the likeliest. */
  readonly place: number;
  /** Probability of all that were likelier. */
  readonly before: number;
}

function faultsOf(error: unknown): { readonly errors: readonly FieldError[] } {
  if (error instanceof InputError) return { errors: error.errors };
  throw error;
}

function outcomeOf<Result>(compute: () => Result): Outcome<Result> {
  try {
    return { result: compute() };
  } catch (error) {
    return faultsOf(error);
  }
}

/** Everything the server computes away from its event loop; the same functions run in tests without threads. */
export const tasks = {
  choose: ({
    question,
    seed,
    rod,
  }: {
    question: ChooseInput;
    seed: number;
    rod: string | null;
  }): Outcome<StoredChoice> =>
    outcomeOf(() => {
      // Whether the rod can be asked about at all is known before anything is computed.
      if (!checkChooseInput(question).fillers.some((filler) => (filler.rod?.id ?? null) === rod))
        throw InputError.at(['rod'], `${rod ?? 'no rod'} is not among the candidates for this joint`);
      const choice = COMPUTATIONS.choose.run(question, seed);
      // Nothing is decided where the answer is to stop.
      if (choice.stop !== null) throw InputError.at(['pieces'], choice.stop);
      return { recommended: choice.recommended, json: JSON.stringify(choice) };
    }),
  /** One plan of a job. */
  plan: (input: PlanInput): Outcome<Plan> => outcomeOf(() => planOfJob(input)),
  /** Material family the tests of a piece speak for. */
  likelyFamily: (piece: PieceEvidence): Outcome<string | null> => outcomeOf(() => reckonFamily(piece)),
  /** Dilution of each kind of bead, from those that were measured; null where none of them could be taken. */
  learnDilutions: (questions: readonly LearnDilutionQuestion[]): Outcome<readonly LearntFromBeads[]> =>
    outcomeOf(() =>
      questions.map((question) => {
        const learn = (measured: LearnDilutionQuestion['measured']): LearntDilution | null =>
          measured.length === 0 ? null : learnDilution({ ...question, measured });
        const { result, leftOut } = withTakeable(question.measured, learn);
        return { learnt: result, leftOut };
      }),
    ),
  /**
   * What tests alone gave the grade a piece turned out to be: its probability, its place, and what stood before it
   * together.
   */
  chanceOfGrades: (pieces: readonly GradedPiece[]): Outcome<readonly GradeChance[]> =>
    outcomeOf(
      () =>
        withTakeable(pieces, (some) =>
          some.flatMap(({ grade, evidence }) => {
            const { candidates } = identify(pieceQuestion(evidence));
            const place = candidates.findIndex((one) => one.grade === grade);
            const before = candidates.slice(0, place).reduce((sum, { probability }) => sum + probability, 0);
            return place < 0 ? [] : [{ place, before, chance: candidates[place]!.probability }];
          }),
        ).result,
    ),
  /** What the last that was seen of each joint is laid to. */
  causesOfFailures: (questions: readonly ChooseInput[]): Outcome<readonly BeadFinding['causes'][]> =>
    outcomeOf(() => withTakeable(questions, (some) => some.map((question) => beadFinding(question).causes)).result),
  openJob: (asked: DocumentFile & { readonly workshop: string }): Outcome<ReturnType<typeof openJobDocument>> =>
    outcomeOf(() => openJobDocument(asked)),
  openWorkshop: (asked: DocumentFile): Outcome<WorkshopDocument> => outcomeOf(() => openWorkshopDocument(asked)),
  openReadings: (asked: Parameters<typeof openLooseReadings>[0]): Outcome<ReadingsInParts> =>
    outcomeOf(() => openLooseReadings(asked)),
  report: (input: ReportInput): Promise<Outcome<Uint8Array>> =>
    makeReport(input).then((result) => ({ result }), faultsOf),
  label: (input: LabelInput): Promise<Outcome<Uint8Array>> => makeLabel(input).then((result) => ({ result }), faultsOf),
  picture: (bytes: Uint8Array): Promise<Outcome<PreparedPicture>> =>
    preparePicture(bytes).then((result) => ({ result }), faultsOf),
};
