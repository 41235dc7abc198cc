import { rampOver } from '../../arithmetic';
import figures from '../../../data/risks/nitrogen-loss.json';
import { isDuplex } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';
import { worstPiece, worstProbability } from '../worst-piece';

/** How much a piece lives by its nitrogen, 0 to 1. */
const livesByNitrogen = ({ material, composition }: PieceSample): number =>
  isDuplex(material.family) ? rampOver(composition[ELEMENT_INDEX.N] as number, figures.nitrogen) : 0;

/** Nitrogen that a duplex pool loses to plain argon. */
export const nitrogenLoss: RiskMechanism = {
  id: 'nitrogen-loss',
  title: 'Duplex loses nitrogen',
  scope: 'bead',
  probability(sample) {
    const { joint, rod, facts } = sample;
    if (facts.duplexShare === 0 || joint.process === 'smaw' || joint.nitrogenGas) return 0;
    const thin = 1 - (1 - figures.thickShare) * rampOver(facts.thickestMm, figures.thinMm);
    return (rod ? figures.withRod : figures.withoutRod) * thin * worstProbability(sample.pieces, livesByNitrogen);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, livesByNitrogen);
    return {
      drivers: [
        { name: `nitrogen in ${worst.material.id}`, value: worst.composition[ELEMENT_INDEX.N] as number, unit: '%' },
      ],
      reason: sample.joint.nitrogenGas
        ? 'The gas brings nitrogen.'
        : `Under plain argon the pool of ${worst.material.id} loses nitrogen, most at the face and without rod: ` +
          'more ferrite, less resistance to pitting.',
      remedy: 'Argon with about 2 % nitrogen, a rod with more nickel, nitrogen-bearing gas behind the root as well.',
    };
  },
  ...told(figures),
};
