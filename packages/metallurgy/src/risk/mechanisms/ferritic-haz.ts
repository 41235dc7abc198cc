import { either, ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/ferritic-haz.json';
import { ELEMENT_INDEX } from '../../composition';
import { evaluateLinear, linearFormula } from '../../constitution';
import { stabilisedShare, type PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';
import { worstPiece, worstProbability } from '../worst-piece';

const K = linearFormula('kaltenhauserFactor');

function needOf({ composition }: PieceSample): number {
  const { kaltenhauserLean, kaltenhauserRich } = figures;
  const [from, to] = figures.richCr as [number, number];
  return (
    kaltenhauserLean + (kaltenhauserRich - kaltenhauserLean) * ramp(composition[ELEMENT_INDEX.Cr] as number, from, to)
  );
}

function ofPiece(piece: PieceSample): number {
  if (piece.material.family !== 'ferritic') return 0;
  const grain = Math.min(0.5, figures.grainBase + figures.grainPerMm * piece.thicknessMm);
  const boundaryMartensite = 1 - step(evaluateLinear(K, piece.composition), needOf(piece), figures.width);
  const bare = 1 - stabilisedShare(piece.material.stabilisation, piece.composition);
  return either(grain, bare * figures.unstabilised * boundaryMartensite);
}

/** Coarse grains, and in unstabilised grades martensite along them, beside the bead in ferritic stainless. */
export const ferriticHaz: RiskMechanism = {
  id: 'ferritic-haz',
  title: 'Coarse, brittle ferritic heat-affected zone',
  scope: 'joint',
  probability(sample) {
    return worstProbability(sample.pieces, ofPiece);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, ofPiece);
    const factor = evaluateLinear(K, worst.composition);
    const need = needOf(worst);
    const stabilised = stabilisedShare(worst.material.stabilisation, worst.composition) > 0.5;
    return {
      drivers: [
        { name: `Kaltenhauser factor of ${worst.material.id}`, value: factor, unit: '', limit: need },
        { name: 'thickness', value: worst.thicknessMm, unit: 'mm' },
      ],
      reason:
        worst.material.family !== 'ferritic'
          ? 'No ferritic piece in this joint.'
          : stabilised || factor > need
            ? `${worst.material.id} grows coarse grains beside the bead with every second of heat; it forms little ` +
              `martensite there (K ${factor.toFixed(1)} against ${need.toFixed(1)}).`
            : `${worst.material.id} is not stabilised: martensite and carbides line the coarse grains beside the ` +
              `bead (K ${factor.toFixed(1)} against ${need.toFixed(1)}).`,
      remedy: 'Least heat, quick small beads, cool between passes, chill bars.',
    };
  },
  ...told(figures),
};
