import type { Piece } from '@variatum/contracts';
import { activeJoints, activePieces, assemblyOf, pieceQuestion, wholePlan, type WholePlan } from '@variatum/job';
import {
  identify,
  jointFigures,
  layOut,
  type AcceptanceProfile,
  type Assembly,
  type Candidate,
  type Choice,
  type Identification,
  type JointFigures,
  type Layout,
} from '@variatum/metallurgy';
import { pieceLetter } from '@variatum/presentation';
import { jointFactsOf, type JointFacts } from './joint-facts';
import type { ReportInput } from './report-input';

/** Nothing is drawn anew for a report: the same decisions give the same paper. */
const SEED = 1;

/** All a report says of a piece. */
export interface PieceFacts {
  readonly piece: Piece;
  readonly letter: string;
  /** What its tests speak for; null: its metal is taken as known, or it is an old weld. */
  readonly belief: Identification | null;
}

/** All a report is written from, reckoned from the job as it stands. */
export interface ReportFacts {
  readonly input: ReportInput;
  readonly assembly: Assembly;
  readonly layout: Layout;
  readonly figures: ReadonlyMap<string, JointFigures>;
  readonly pieces: readonly PieceFacts[];
  readonly joints: readonly JointFacts[];
  readonly profile: AcceptanceProfile;
  /** The plan every room reads, as the decisions leave it. */
  readonly plan: WholePlan;
}

function beliefOf(piece: Piece): Identification | null {
  if (piece.grade !== null || piece.kind === 'old-weld') return null;
  try {
    return identify(pieceQuestion(piece));
  } catch {
    // Tests no grade can be weighed by say nothing.
    return null;
  }
}

/** What a piece may be, likeliest first. */
export const candidatesOf = (facts: ReportFacts, id: string): readonly Candidate[] | undefined =>
  facts.pieces.find(({ piece }) => piece.id === id)?.belief?.candidates;

/** Reckons all that a report says. */
export function reportFacts(input: ReportInput): ReportFacts {
  const { job, workshop, learnt, madeAt, decisions } = input;
  // A decision holds the choice it was made from; what nobody decided is not chosen by a paper.
  const choices = decisions.map(({ question, result }) => ({ question, answer: result as unknown as Choice }));
  const plan = wholePlan({ job, workshop, learnt, results: { choices }, seed: SEED, asOf: madeAt }, null);
  const pieces = activePieces(job);
  const assembly = assemblyOf(pieces, activeJoints(job));
  const layout = layOut(assembly);
  const figures = new Map(jointFigures(assembly, layout).map((one) => [one.id, one]));
  return {
    input,
    assembly,
    layout,
    figures,
    pieces: pieces.map((piece, index) => ({ piece, letter: pieceLetter(index), belief: beliefOf(piece) })),
    joints: jointFactsOf(input, plan, layout, figures),
    profile: plan.facts.profile,
    plan,
  };
}
