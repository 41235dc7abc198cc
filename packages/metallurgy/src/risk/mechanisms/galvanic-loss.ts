import { ramp } from '../../arithmetic';
import figures from '../../../data/risks/galvanic-loss.json';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';

/** Plain steel that wastes beside stainless metal in the wet. */
export const galvanicLoss: RiskMechanism = {
  id: 'galvanic-loss',
  title: 'Steel side wastes beside stainless',
  scope: 'joint',
  probability(sample) {
    if (!sample.facts.plainSteel) return 0;
    let noble = 0;
    for (const { composition } of sample.pieces)
      noble = Math.max(
        noble,
        ramp((composition[ELEMENT_INDEX.Cr] as number) + (composition[ELEMENT_INDEX.Ni] as number), 8, 12),
      );
    return noble * figures.water[sample.service.environment];
  },
  explain(sample) {
    const steel = sample.facts.plainSteel;
    return {
      drivers: [],
      reason: steel
        ? `Wet, ${steel.material.id} is eaten along the bead while the stainless side stays bright, the faster the ` +
          'larger that side is.'
        : 'No plain steel beside stainless metal here.',
      remedy: 'Paint over bead and both sides, the stainless side too; keep water out of the corner.',
    };
  },
  ...told(figures),
};
