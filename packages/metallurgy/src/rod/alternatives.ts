import choice from '../../data/choice.json';
import { formsOfDeposit, type Process, type Rod } from '../catalogue';
import { beliefFromRanges, mixBeliefs } from '../composition';
import { completeJoint, type Joint } from '../joint';
import { materialOf, RISK_MECHANISMS, riskLevel } from '../risk';
import type { ChooseProblem } from './choose-input';
import { fillerOf, type FillerCandidate } from './filler-candidate';
import type { PieceBelief } from './piece';
import { RodRun, runRod } from './rod-run';
import { drawSetting } from './draw-setting';
import type { Setting } from './setting';

/** Another way of going about the joint that comes out better than welding it as it stands. */
export interface Alternative {
  readonly kind: 'butter' | 'cut-out';
  /** Position of the piece that is buttered or cut out, 0-based. */
  readonly piece: number;
  /** Rod of the buttering layer; null when cutting out. */
  readonly layer: string | null;
  /** Best rod of the joint afterwards; null for no rod. */
  readonly rod: string | null;
  /** Expected loss of all of it, the extra work included. */
  readonly expectedLoss: number;
  /** What it saves against the best rod as it stands. */
  readonly saves: number;
  readonly reason: string;
}

const { alternatives: figures } = choice;
const COUNTED_IN_LAYER = new Set(figures.layerMechanisms);

/** Cheapest filler that is not a "do not", on a few samples. @param counts mechanisms that count; all when left out */
function best(
  problem: Setting['problem'],
  fillers: readonly FillerCandidate[],
  severities: Float64Array,
  seed: number,
  counts?: ReadonlySet<string>,
): { filler: FillerCandidate; loss: number } | undefined {
  const weights = counts
    ? severities.map((severity, index) => (counts.has(RISK_MECHANISMS[index]?.id ?? '') ? severity : 0))
    : severities;
  const setting = drawSetting(problem, seed, figures.samples, undefined, weights);
  let found: { filler: FillerCandidate; loss: number } | undefined;
  for (const filler of fillers) {
    const run = new RodRun(filler, figures.samples);
    runRod(run, setting, figures.samples);
    const forbidden = RISK_MECHANISMS.some(
      (mechanism, index) => mechanism.scope === 'bead' && riskLevel(mechanism, run.probability(index)) === 'do-not',
    );
    if (!forbidden && (!found || run.expectedLoss < found.loss)) found = { filler, loss: run.expectedLoss };
  }
  return found;
}

/** Joint without one of its pieces, the shares of the others scaled up. */
function without(joint: Joint, piece: number): Joint {
  const shares = joint.shares.filter((_, index) => index !== piece);
  const total = shares.reduce((sum, { mode }) => sum + mode, 0) || 1;
  return {
    ...joint,
    thicknessMm: joint.thicknessMm.filter((_, index) => index !== piece),
    shares: shares.map(({ min, mode, max }) => ({
      min: Math.min(1, min / total),
      mode: Math.min(1, mode / total),
      max: Math.min(1, max / total),
    })),
  };
}

/** The form of a weld metal that is laid by a process; undefined where there is none. */
const layerRod = (deposit: string, process: Process = 'gtaw'): Rod | undefined =>
  formsOfDeposit(deposit).find(({ processes }) => processes.includes(process));

/** A piece under a layer of a rod. */
function buttered(piece: PieceBelief, rod: Rod): PieceBelief {
  const [min, mode, max] = figures.layerDilution as [number, number, number];
  const rodBelief = beliefFromRanges(rod);
  return {
    ...piece,
    candidates: piece.candidates.map(({ belief, probability }) => ({
      material: { ...materialOf(rod), id: `${rod.id} layer` },
      belief: mixBeliefs(rodBelief, belief, { min, mode, max }),
      coating: 'bare' as const,
      probability,
    })),
  };
}

/**
 * Looks for a way that beats welding the joint as it stands: a buttering layer on one piece first, or the old weld cut
 * out.
 * @param fillers the rods worth trying, best first
 * @param standing expected loss of the best of them
 * @param ofJoint what of it no rod changes: a layer does not change it either
 * @returns ways that save more than the margin in the data, best first
 */
export function findAlternatives(
  asked: ChooseProblem,
  fillers: readonly FillerCandidate[],
  standing: number,
  ofJoint: number,
  severities: Float64Array,
  seed: number,
): readonly Alternative[] {
  // What beads have shown they have shown of the joint as it stands; of its pieces it is in their candidates.
  const problem: ChooseProblem = { ...asked, learnt: undefined };
  const found: Alternative[] = [];
  const keep = (way: Omit<Alternative, 'saves'>): void => {
    const saves = standing - way.expectedLoss;
    if (saves > figures.margin) found.push({ ...way, saves });
  };
  const ofBead = severities.map((severity, index) => (RISK_MECHANISMS[index]?.scope === 'bead' ? severity : 0));
  problem.pieces.forEach((piece, index) => {
    const name = piece.candidates[0]?.material.id ?? 'the piece';
    if (piece.oldWeld) {
      if (problem.pieces.length < 2) return;
      const rest = {
        ...problem,
        pieces: problem.pieces.filter((_, other) => other !== index),
        joint: without(problem.joint, index),
      };
      const after = best(rest, problem.fillers, severities, seed);
      if (after)
        keep({
          kind: 'cut-out',
          piece: index,
          layer: null,
          rod: after.filler.rod?.id ?? null,
          expectedLoss: after.loss + figures.cutOutCost,
          reason:
            `Without the old ${name} in the pool ${after.filler.rod?.id ?? 'no rod'} comes out better, the cutting ` +
            'out included.',
        });
      return;
    }
    const families = [piece.candidates[0]?.material.family ?? 'austenitic'];
    const layerJoint = completeJoint(
      {
        type: 'overlay',
        technique: 'buttering',
        restraint: 'low',
        thicknessMm: problem.joint.thicknessMm[index] as number,
        ...(problem.joint.process ? { process: problem.joint.process } : {}),
      },
      families,
    );
    for (const deposit of figures.layers) {
      const rod = layerRod(deposit, problem.joint.process);
      if (!rod) continue;
      const layer = fillerOf(rod, problem.joint.process);
      const under = best(
        { ...problem, pieces: [piece], joint: layerJoint },
        [layer],
        severities,
        seed,
        COUNTED_IN_LAYER,
      );
      if (!under || under.loss + figures.butteringCost + ofJoint > standing) continue;
      const pieces = problem.pieces.map((other, position) => (position === index ? buttered(piece, rod) : other));
      const after = best({ ...problem, pieces }, fillers, ofBead, seed);
      if (after)
        keep({
          kind: 'butter',
          piece: index,
          layer: rod.id,
          rod: after.filler.rod?.id ?? null,
          expectedLoss: under.loss + after.loss + ofJoint + figures.butteringCost,
          reason:
            `A layer of ${rod.id} laid on ${name} first, free to shrink, takes the hard or dirty metal out of the ` +
            `joint; ${after.filler.rod?.id ?? 'no rod'} then joins it.`,
        });
    }
  });
  return found.sort((left, right) => left.expectedLoss - right.expectedLoss).slice(0, figures.most);
}
