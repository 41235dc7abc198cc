import {
  choose,
  chooseFirst,
  explainConstitution,
  fillerLoss,
  identify,
  nextTests,
  poolCloud,
  type Candidate,
  type Choice,
  type ChooseInput,
  type Composition,
  type ExplainStep,
  type FirstAnswer,
  type Fit,
  type NextTest,
  type PoolCloud,
} from '@variatum/metallurgy';

/** What is believed of a piece, as plain data. */
export interface PieceBeliefView {
  readonly candidates: readonly Candidate[];
  readonly fit: Fit;
  readonly nextTests: readonly NextTest[];
  /** Whether no test at hand is worth its minutes for the rod. */
  readonly enough: boolean;
}

const MOST_CANDIDATES = 14;

/** The computations a worker offers; the same functions run in tests without one. */
export const computations = {
  /** Ranking from the first block of samples. */
  first: (question: ChooseInput, seed: number): FirstAnswer => chooseFirst(question, seed),
  /** Settled ranking with matrix, reasons and dilution curve. */
  choose: (question: ChooseInput, seed: number): Choice => choose(question, seed),
  /** Grades a piece of the joint may be, without planning the next test. */
  identify: (question: ChooseInput, piece: number): Pick<PieceBeliefView, 'candidates' | 'fit'> => {
    const { item, tests } = question.pieces[piece] ?? {};
    const { candidates, fit } = identify({ item: item ?? {}, tests: tests ?? [] });
    return { candidates: candidates.slice(0, MOST_CANDIDATES), fit };
  },
  /** As `identify`, with the next tests weighed by what they are worth for the rod of this very joint. */
  plan: (question: ChooseInput, piece: number, owned: readonly string[] | undefined, seed: number): PieceBeliefView => {
    const { item, tests } = question.pieces[piece] ?? {};
    const known = identify({ item: item ?? {}, tests: tests ?? [] });
    const next = nextTests(known, fillerLoss(question, piece, seed), owned);
    return {
      candidates: known.candidates.slice(0, MOST_CANDIDATES),
      fit: known.fit,
      nextTests: next.tests,
      enough: next.enough,
    };
  },
  /** Every figure of a composition with formula, numbers and source. */
  trace: (composition: Composition): readonly ExplainStep[] => explainConstitution(composition),
  /** Cloud of pools for the constitution map. */
  cloud: (question: ChooseInput, rod: string | null, seed: number): PoolCloud => poolCloud(question, rod, seed),
};

/** The computations as a worker's client sees them. */
export type Computations = typeof computations;
