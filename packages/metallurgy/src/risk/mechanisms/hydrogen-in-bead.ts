import { either, rampOver } from '../../arithmetic';
import figures from '../../../data/risks/hydrogen-in-bead.json';
import { hydrogenHarm } from '../gas-harm';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';
import { worstProbability } from '../worst-piece';

/** Gas with hydrogen over a pool that freezes ferritic or hardens, whatever its pieces are. */
export const hydrogenInBead: RiskMechanism = {
  id: 'hydrogen-in-bead',
  title: 'Hydrogen in a bead that is not austenitic',
  scope: 'bead',
  probability(sample) {
    // Where the pieces forbid the gas it is changed, and rods are weighed as without it.
    if (!sample.joint.hydrogenGas || worstProbability(sample.pieces, hydrogenHarm) > 0) return 0;
    const ferrite = (1 - sample.nickelBase) * rampOver(sample.ferriteNumber, figures.ferriteNumber);
    return either(ferrite, rampOver(sample.martensite, figures.martensite));
  },
  explain: ({ joint }) => ({
    drivers: [],
    reason: joint.hydrogenGas
      ? 'The gas holds hydrogen, and this bead is not austenitic throughout: it can crack.'
      : 'No hydrogen in the gas.',
    remedy: 'Plain argon.',
  }),
  ...told(figures),
};
