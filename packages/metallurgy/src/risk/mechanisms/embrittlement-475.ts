import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import { hotBetween } from '../hot-service';
import type { RiskMechanism } from '../mechanism';
import { step } from '../smooth';

const figures = data.mechanisms['embrittlement-475'];
const [FROM, TO] = figures.windowC as [number, number];

/** Ferrite that hardens in long service about 475 °C. */
export const embrittlement475: RiskMechanism = {
  id: 'embrittlement-475',
  title: '475 °C embrittlement',
  probability(sample) {
    if (sample.kind !== 'stainless' || (sample.pool[ELEMENT_INDEX.Cr] as number) < figures.ferriticChromium) return 0;
    return hotBetween(sample, FROM, TO) * step(sample.ferriteNumber, figures.center, figures.width);
  },
  explain(sample) {
    return {
      drivers: [
        { name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN', limit: 14 },
        { name: 'chance of long service there', value: 100 * hotBetween(sample, FROM, TO), unit: '%' },
      ],
      reason: `Long between ${FROM} and ${TO} °C the bead's ferrite, about ${sample.ferriteNumber.toFixed(0)} FN, hardens and breaks when cold.`,
      remedy: 'Less ferrite in the bead.',
    };
  },
  source: figures.source,
};
