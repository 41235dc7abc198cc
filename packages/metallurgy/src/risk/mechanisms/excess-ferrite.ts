import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import { step } from '../smooth';

const figures = data.mechanisms['excess-ferrite'];

/** More ferrite than an austenitic bead wants: less ductile, less tough. */
export const excessFerrite: RiskMechanism = {
  id: 'excess-ferrite',
  title: 'More ferrite than wanted',
  probability(sample) {
    if (sample.kind !== 'stainless' || sample.hasDuplex || (sample.pool[ELEMENT_INDEX.Ni] as number) <= 5.5) return 0;
    return step(sample.ferriteNumber, figures.center, figures.width);
  },
  explain(sample) {
    return {
      drivers: [{ name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN', limit: 25 }],
      reason: `About ${sample.ferriteNumber.toFixed(0)} FN is more than an austenitic joint needs; it costs ductility.`,
      remedy: 'A leaner rod, or more base metal in the pool.',
    };
  },
  source: figures.source,
};
