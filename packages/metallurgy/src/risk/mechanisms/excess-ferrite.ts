import { ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/excess-ferrite.json';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';

/** More ferrite than an austenitic bead wants: less ductile, less tough, the worse the more passes it takes. */
export const excessFerrite: RiskMechanism = {
  id: 'excess-ferrite',
  title: 'More ferrite than wanted',
  scope: 'bead',
  probability(sample) {
    const { nickel, nitrogen } = figures;
    // Duplex weld metal is made to be rich in ferrite: its nitrogen brings tough austenite back.
    const applies =
      sample.stainless *
      ramp(sample.pool[ELEMENT_INDEX.Ni] as number, nickel[0] as number, nickel[1] as number) *
      (1 - ramp(sample.pool[ELEMENT_INDEX.N] as number, nitrogen[0] as number, nitrogen[1] as number));
    return applies === 0 ? 0 : applies * step(sample.ferriteNumber, figures.center, figures.width);
  },
  explain(sample) {
    return {
      drivers: [{ name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN', limit: 25 }],
      reason:
        `About ${sample.ferriteNumber.toFixed(0)} FN is more than an austenitic joint needs; it costs ductility, ` +
        'pass upon pass.',
      remedy: 'A leaner rod, or more base metal in the pool.',
    };
  },
  ...told(figures),
};
