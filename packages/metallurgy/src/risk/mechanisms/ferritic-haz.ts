import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import { evaluateLinear, linearFormula } from '../../constitution';
import { isStabilised, type PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import { either, step } from '../smooth';
import { worstPiece, worstProbability } from '../worst-piece';

const figures = data.mechanisms['ferritic-haz'];
const K = linearFormula('kaltenhauserFactor');

function needOf(piece: PieceSample): number {
  return (piece.composition[ELEMENT_INDEX.Cr] as number) < figures.richFromCr
    ? figures.kaltenhauserLean
    : figures.kaltenhauserRich;
}

function ofPiece(piece: PieceSample): number {
  if (piece.material.family !== 'ferritic') return 0;
  const grain = Math.min(0.5, figures.grainBase + figures.grainPerMm * piece.thicknessMm);
  const boundaryMartensite = 1 - step(evaluateLinear(K, piece.composition), needOf(piece), figures.width);
  const unstabilised = isStabilised(piece.material.stabilisation, piece.composition)
    ? 0
    : figures.unstabilised * boundaryMartensite;
  return either(grain, unstabilised);
}

/** Coarse grains, and in unstabilised grades martensite along them, beside the bead in ferritic stainless. */
export const ferriticHaz: RiskMechanism = {
  id: 'ferritic-haz',
  title: 'Coarse, brittle ferritic heat-affected zone',
  probability(sample) {
    return worstProbability(sample.pieces, ofPiece);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, ofPiece);
    const factor = evaluateLinear(K, worst.composition);
    const need = needOf(worst);
    const stabilised = isStabilised(worst.material.stabilisation, worst.composition);
    return {
      drivers: [
        { name: `Kaltenhauser factor of ${worst.material.id}`, value: factor, unit: '', limit: need },
        { name: 'thickness', value: worst.thicknessMm, unit: 'mm' },
      ],
      reason:
        worst.material.family !== 'ferritic'
          ? 'No ferritic piece in this joint.'
          : stabilised || factor > need
            ? `${worst.material.id} grows coarse grains beside the bead with every second of heat; it forms little martensite there (K ${factor.toFixed(1)} against ${need}).`
            : `${worst.material.id} is not stabilised: martensite and carbides line the coarse grains beside the bead (K ${factor.toFixed(1)} against ${need}).`,
      remedy: 'Least heat, quick small beads, cool between passes, chill bars.',
    };
  },
  source: figures.source,
};
