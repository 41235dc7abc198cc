import { RODS } from '../catalogue';
import type { FillerLoss } from '../identify';
import { checkChooseInput, type ChooseInput } from './choose-input';
import { RodRun, runRod } from './rod-run';
import { drawSetting } from './draw-setting';

const SAMPLES = 16;

/**
 * Loss of every rod for every grade one piece of a joint may be, for planning that piece's next test.
 * @param input the joint as it stands
 * @param piece position of the piece
 */
export function fillerLoss(input: ChooseInput, piece: number, seed = 1): FillerLoss {
  // With its grade given, what beads have shown of a piece moves its losses little.
  const problem = { ...checkChooseInput(input), learnt: undefined };
  const losses = new Map<string, { losses: Float64Array; weight: number }>();
  problem.pieces[piece]?.candidates.forEach(({ material, probability }, candidate) => {
    const setting = drawSetting(problem, seed, SAMPLES, { piece, candidate });
    const own = Float64Array.from(problem.fillers, (filler) => {
      const run = new RodRun(filler, SAMPLES);
      runRod(run, setting, SAMPLES);
      return run.expectedLoss;
    });
    const known = losses.get(material.id);
    if (!known) losses.set(material.id, { losses: own, weight: probability });
    else {
      const weight = known.weight + probability;
      known.losses = known.losses.map(
        (loss, index) => (loss * known.weight + (own[index] as number) * probability) / weight,
      );
      known.weight = weight;
    }
  });
  return {
    rods: problem.fillers.map(({ rod }) => rod?.id ?? 'no rod'),
    lossesOf: (gradeId) => losses.get(gradeId)?.losses,
  };
}

/** Filler losses of a piece joined to another of its kind, when nothing is known of the joint yet. */
export function selfJointLoss(piece: ChooseInput['pieces'][number], seed = 1): FillerLoss {
  return fillerLoss(
    { pieces: [piece], joint: { type: 'bevel' }, rods: RODS.filter(({ form }) => form === 'bare').map(({ id }) => id) },
    0,
    seed,
  );
}
