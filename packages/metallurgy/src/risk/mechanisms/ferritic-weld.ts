import { ramp } from '../../arithmetic';
import figures from '../../../data/risks/ferritic-weld.json';
import { ELEMENT_INDEX } from '../../composition';
import { stabilisedShare } from '../material';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';

/** Weld metal that is nearly all ferrite: coarse and brittle when knocked cold. */
export const ferriticWeld: RiskMechanism = {
  id: 'ferritic-weld',
  title: 'Coarse ferritic weld metal',
  scope: 'bead',
  probability(sample) {
    const [from, to] = figures.nickel as [number, number];
    const nickelFree = 1 - ramp(sample.pool[ELEMENT_INDEX.Ni] as number, from, to);
    const applies = sample.stainless * (1 - sample.facts.duplexShare) * nickelFree;
    if (applies === 0) return 0;
    const share = ramp(sample.ferriteNumber, figures.ferriteFrom - 45, figures.ferriteFrom);
    const carbon = figures.perPercentCarbon * Math.max(0, (sample.pool[ELEMENT_INDEX.C] as number) - 0.02);
    const rule = sample.rod?.stabilisation ?? sample.pieces[0]?.material.stabilisation;
    const bare = figures.unstabilised * (1 - stabilisedShare(rule, sample.pool));
    const { mm, share: least } = figures.thin;
    const thick = least + (1 - least) * ramp(sample.facts.thickestMm, mm[0] as number, mm[1] as number);
    return applies * thick * Math.min(1, share * (figures.probability + carbon + bare));
  },
  explain(sample) {
    const ferrite = Math.min(100, sample.ferriteNumber);
    return {
      drivers: [
        { name: 'ferrite in the bead', value: ferrite, unit: '%', limit: figures.ferriteFrom },
        { name: 'carbon in the bead', value: sample.pool[ELEMENT_INDEX.C] as number, unit: '%' },
      ],
      reason:
        `The bead is about ${ferrite.toFixed(0)} % ferrite with no austenite to stop a crack: coarse and brittle ` +
        'when cold.',
      remedy: 'An austenitic rod, or a stabilised ferritic rod with very little heat.',
    };
  },
  ...told(figures),
};
