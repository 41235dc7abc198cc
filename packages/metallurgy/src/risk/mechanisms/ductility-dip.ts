import { rampOver } from '../../arithmetic';
import figures from '../../../data/risks/ductility-dip.json';
import { ELEMENT_INDEX } from '../../composition';
import { crackedShare } from '../cracked-share';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';

/** Fine cracks in reheated passes of chromium-rich nickel weld metal. */
export const ductilityDip: RiskMechanism = {
  id: 'ductility-dip',
  title: 'Ductility-dip cracking',
  scope: 'bead',
  probability(sample) {
    if (sample.nickelBase === 0) return 0;
    const { pool, joint, facts } = sample;
    return (
      sample.nickelBase *
      rampOver(pool[ELEMENT_INDEX.Cr] as number, figures.chromium) *
      (1 - rampOver(pool[ELEMENT_INDEX.Nb] as number, figures.niobium)) *
      rampOver(facts.thickestMm, figures.thicknessMm) *
      figures.probability *
      2 *
      crackedShare(joint.restraintFactor)
    );
  },
  explain(sample) {
    return {
      drivers: [
        { name: 'chromium in the bead', value: sample.pool[ELEMENT_INDEX.Cr] as number, unit: '%', limit: 26 },
        { name: 'niobium in the bead', value: sample.pool[ELEMENT_INDEX.Nb] as number, unit: '%', limit: 1 },
      ],
      reason:
        `Nickel weld metal with ${(sample.pool[ELEMENT_INDEX.Cr] as number).toFixed(0)} % chromium and ` +
        `${(sample.pool[ELEMENT_INDEX.Nb] as number).toFixed(1)} % niobium opens fine cracks where a later pass ` +
        'heats it again.',
      remedy: 'A rod with 2 to 3 % niobium, small beads, least restraint.',
    };
  },
  ...told(figures),
};
