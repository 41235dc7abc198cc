import { step } from '../../arithmetic';
import figures from '../../../data/risks/duplex-balance.json';
import { whereOf, type RiskMechanism } from '../mechanism';
import { told } from '../told';

/** Ferrite outside the band in which duplex weld metal keeps its toughness and its corrosion resistance. */
export const duplexBalance: RiskMechanism = {
  id: 'duplex-balance',
  title: 'Duplex out of balance',
  scope: 'bead',
  anywhere: true,
  probability(sample) {
    const { duplexShare } = sample.facts;
    const weight = sample.stainless;
    if (duplexShare === 0 || weight === 0) return 0;
    // Joined to another family only too much ferrite hurts: an austenitic bead is accepted.
    if (duplexShare < 1)
      return weight * figures.single * step(sample.ferriteNumber, figures.highBesideOthers, figures.width);
    const over = step(sample.ferriteNumber, figures.high, figures.width);
    const under = 1 - step(sample.ferriteNumber, figures.low, figures.width);
    return weight * Math.max(under, over);
  },
  explain(sample) {
    return {
      drivers: [
        {
          name: 'ferrite number',
          value: sample.ferriteNumber,
          unit: 'FN',
          limit: sample.ferriteNumber > 50 ? figures.high : figures.low,
        },
      ],
      reason:
        `${whereOf(sample)}duplex weld metal wants ${figures.low} to ${figures.high} FN; this pool comes to about ` +
        `${sample.ferriteNumber.toFixed(0)}.`,
      remedy: 'A rod with more nickel than the base (the 2209 kind), moderate heat, no fused joint without rod.',
    };
  },
  ...told(figures),
};
