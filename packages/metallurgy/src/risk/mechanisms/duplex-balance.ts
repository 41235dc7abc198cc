import data from '../../../data/risks.json';
import { isDuplex } from '../../catalogue';
import type { RiskMechanism } from '../mechanism';
import { step } from '../smooth';

const figures = data.mechanisms['duplex-balance'];

/** Ferrite outside the band in which duplex weld metal keeps its toughness and its corrosion resistance. */
export const duplexBalance: RiskMechanism = {
  id: 'duplex-balance',
  title: 'Duplex out of balance',
  probability(sample) {
    if (!sample.hasDuplex || sample.kind !== 'stainless') return 0;
    let weight = 1;
    for (const { material } of sample.pieces) if (!isDuplex(material.family)) weight = figures.single;
    const under = 1 - step(sample.ferriteNumber, figures.low, figures.width);
    const over = step(sample.ferriteNumber, figures.high, figures.width);
    // Joined to another family only too much ferrite hurts: an austenitic bead is accepted.
    return weight === 1 ? Math.max(under, over) : weight * over;
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
      reason: `Duplex weld metal wants ${figures.low} to ${figures.high} FN; this pool comes to about ${sample.ferriteNumber.toFixed(0)}.`,
      remedy: 'A rod with more nickel than the base (the 2209 kind), moderate heat, no fused joint without rod.',
    };
  },
  source: figures.source,
};
