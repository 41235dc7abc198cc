import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import { unitsOfCrackSusceptibility } from '../../constitution';
import type { RiskMechanism } from '../mechanism';
import { step } from '../smooth';

const figures = data.mechanisms['carbon-steel-cracking'];

/** Cracking of carbon-steel weld metal while it freezes. */
export const carbonSteelCracking: RiskMechanism = {
  id: 'carbon-steel-cracking',
  title: 'Solidification cracking of carbon-steel weld metal',
  probability(sample) {
    if (sample.kind !== 'carbon') return 0;
    return step(
      unitsOfCrackSusceptibility(sample.pool) * Math.sqrt(sample.joint.restraintFactor),
      figures.center,
      figures.width,
    );
  },
  explain(sample) {
    const ucs = unitsOfCrackSusceptibility(sample.pool);
    return {
      drivers: [
        { name: 'units of crack susceptibility', value: ucs, unit: 'UCS', limit: 30 },
        { name: 'sulphur', value: sample.pool[ELEMENT_INDEX.S] as number, unit: '%' },
      ],
      reason: `Carbon, sulphur and phosphorus from the base give ${ucs.toFixed(0)} units of crack susceptibility; below 10 is good, above 30 poor.`,
      remedy: 'Melt less base metal, a rod with more manganese, a bead wider than it is deep.',
    };
  },
  source: figures.source,
};
