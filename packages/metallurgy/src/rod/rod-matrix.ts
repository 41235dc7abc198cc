import choice from '../../data/choice.json';
import { RISK_MECHANISMS, riskLevel, type RiskLevel } from '../risk';
import type { ChooseProblem } from './choose-input';
import { spreadOf, type Spread } from '../chance';
import type { FillerCandidate } from './filler-candidate';
import { RodRun, runRod } from './rod-run';
import { drawSetting } from './draw-setting';

/** One rod under one hypothesis. */
export interface MatrixCell {
  readonly rod: string | null;
  readonly ferriteNumber: Spread;
  readonly expectedLoss: number;
  /** What using this rod costs over the best rod of the row if the hypothesis is true. */
  readonly regret: number;
  readonly worst: { readonly mechanism: string; readonly level: RiskLevel; readonly probability: number } | null;
}

/** One hypothesis of one piece against the rods. */
export interface MatrixRow {
  /** Position of the piece, 0-based. */
  readonly piece: number;
  readonly grade: string;
  readonly coating: string;
  readonly probability: number;
  /** Best rod if the hypothesis is true. */
  readonly best: string | null;
  readonly cells: readonly MatrixCell[];
}

/**
 * Rod x hypothesis: every candidate of every piece in turn taken as true, the other pieces as believed.
 * @param fillers rods to show, in their order
 */
export function rodMatrix(
  problem: ChooseProblem,
  fillers: readonly FillerCandidate[],
  seed: number,
): readonly MatrixRow[] {
  const count = choice.sampling.matrixSamples;
  return problem.pieces.flatMap(({ candidates }, piece) =>
    candidates.map(({ material, coating, probability }, candidate): MatrixRow => {
      const setting = drawSetting(problem, seed, count, { piece, candidate });
      const runs = fillers.map((filler) => {
        const run = new RodRun(filler, count);
        runRod(run, setting, count);
        return run;
      });
      const best = runs.reduce((left, right) => (right.expectedLoss < left.expectedLoss ? right : left));
      return {
        piece,
        grade: material.id,
        coating,
        probability,
        best: best.filler.rod?.id ?? null,
        cells: runs.map((run) => ({
          rod: run.filler.rod?.id ?? null,
          ferriteNumber: spreadOf(run.ferriteNumbers, count),
          expectedLoss: run.expectedLoss,
          regret: run.expectedLoss - best.expectedLoss,
          worst: worstOf(run, setting.severities),
        })),
      };
    }),
  );
}

/** Mechanism that costs a rod most. */
function worstOf(run: RodRun, severities: Float64Array): MatrixCell['worst'] {
  let worst = -1;
  let most = 0;
  RISK_MECHANISMS.forEach(({ scope }, index) => {
    if (scope === 'joint') return;
    const loss = run.probability(index) * (severities[index] as number);
    if (loss > most) {
      most = loss;
      worst = index;
    }
  });
  const mechanism = RISK_MECHANISMS[worst];
  if (!mechanism) return null;
  const probability = run.probability(worst);
  return { mechanism: mechanism.id, level: riskLevel(mechanism, probability), probability };
}
