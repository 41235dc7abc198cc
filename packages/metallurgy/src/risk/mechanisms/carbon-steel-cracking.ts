import { step } from '../../arithmetic';
import figures from '../../../data/risks/carbon-steel-cracking.json';
import { ELEMENT_INDEX } from '../../composition';
import { unitsOfCrackSusceptibility } from '../../constitution';
import { crackedShare } from '../cracked-share';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';

/** Cracking of carbon-steel weld metal while it freezes. */
export const carbonSteelCracking: RiskMechanism = {
  id: 'carbon-steel-cracking',
  title: 'Solidification cracking of carbon-steel weld metal',
  scope: 'bead',
  anywhere: true,
  probability(sample) {
    if (sample.plainSteel === 0) return 0;
    const susceptible = step(unitsOfCrackSusceptibility(sample.pool), figures.center, figures.width);
    return sample.plainSteel * crackedShare(sample.joint.restraintFactor) * susceptible;
  },
  explain(sample) {
    const ucs = unitsOfCrackSusceptibility(sample.pool);
    return {
      drivers: [
        { name: 'units of crack susceptibility', value: ucs, unit: 'UCS', limit: 30 },
        { name: 'sulphur', value: sample.pool[ELEMENT_INDEX.S] as number, unit: '%' },
      ],
      reason:
        `Carbon, sulphur and phosphorus from the base give ${ucs.toFixed(0)} units of crack susceptibility; below ` +
        '10 is good, above 30 poor.',
      remedy: 'Melt less base metal, a rod with more manganese, a bead wider than it is deep.',
    };
  },
  ...told(figures),
};
