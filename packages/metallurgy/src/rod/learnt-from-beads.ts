import data from '../../data/bead-evidence.json';
import type { BeadEvidence } from './bead-evidence';
import { drawSetting } from './draw-setting';
import type { JointProblem, LearntFromBeads } from './joint-problem';
import { candidateShares, weighBeads } from './weigh-beads';

/** What beads have shown weighs the same whatever seed the question is answered with. */
const SEED = 1;

/**
 * What is believed of the pieces of a joint once its beads are known. Draws are still made of what was believed before
 * and weighed as a whole (`drawSetting`): what ties dilution, composition and the scatter of the diagrams together is
 * kept.
 */
export function learnFromBeads(
  problem: Omit<JointProblem, 'learnt'>,
  beads: readonly BeadEvidence[],
): { readonly pieces: JointProblem['pieces']; readonly learnt: LearntFromBeads | undefined } {
  if (beads.length === 0) return { pieces: problem.pieces, learnt: undefined };
  const setting = drawSetting({ ...problem, learnt: undefined }, SEED, data.samples);
  const shares = candidateShares(setting, weighBeads(setting, beads).weights);
  const reordered = problem.pieces.map((piece, index) => {
    const own = shares[index] as readonly number[];
    const order = piece.candidates
      .map((_, at) => at)
      .sort((one, other) => (own[other] as number) - (own[one] as number));
    const least = data.leastWeight;
    // One that was never drawn keeps a trace of what it had.
    const now = order.map((at) => Math.max(own[at] as number, least * (piece.candidates[at]?.probability ?? 0)));
    const total = now.reduce((sum, share) => sum + share, 0);
    const before = order.map((at) => piece.candidates[at] as (typeof piece.candidates)[number]);
    return {
      prior: { ...piece, candidates: before },
      piece: {
        ...piece,
        candidates: before.map((candidate, at) => ({ ...candidate, probability: (now[at] as number) / total })),
      },
    };
  });
  return {
    pieces: reordered.map(({ piece }) => piece),
    learnt: { beads, prior: reordered.map(({ prior }) => prior) },
  };
}
