import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import { isStabilised } from '../material';
import { ramp } from '../smooth';

const figures = data.mechanisms['ferritic-weld'];

/** Weld metal that is nearly all ferrite: coarse and brittle when knocked cold. */
export const ferriticWeld: RiskMechanism = {
  id: 'ferritic-weld',
  title: 'Coarse ferritic weld metal',
  probability(sample) {
    if (sample.kind !== 'stainless' || sample.hasDuplex || (sample.pool[ELEMENT_INDEX.Ni] as number) > 3) return 0;
    const share = ramp(sample.ferriteNumber, figures.ferriteFrom - 45, figures.ferriteFrom);
    const carbon = figures.perPercentCarbon * Math.max(0, (sample.pool[ELEMENT_INDEX.C] as number) - 0.02);
    const stabilised = isStabilised((sample.rod ?? sample.pieces[0]?.material)?.stabilisation, sample.pool);
    return Math.min(1, share * (figures.probability + carbon + (stabilised ? 0 : figures.unstabilised)));
  },
  explain(sample) {
    return {
      drivers: [
        {
          name: 'ferrite in the bead',
          value: Math.min(100, sample.ferriteNumber),
          unit: '%',
          limit: figures.ferriteFrom,
        },
        { name: 'carbon in the bead', value: sample.pool[ELEMENT_INDEX.C] as number, unit: '%' },
      ],
      reason: `The bead is about ${Math.min(100, sample.ferriteNumber).toFixed(0)} % ferrite with no austenite to stop a crack: coarse and brittle when cold.`,
      remedy: 'An austenitic rod, or a stabilised ferritic rod with very little heat.',
    };
  },
  source: figures.source,
};
