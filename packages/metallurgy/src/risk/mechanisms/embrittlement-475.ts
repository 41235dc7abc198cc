import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import { hotBetween } from '../hot-service';
import type { RiskMechanism } from '../mechanism';
import { ramp, step } from '../smooth';

const figures = data.mechanisms['embrittlement-475'];
const [FROM, TO] = figures.windowC as [number, number];

/** Ferrite that hardens in long service about 475 °C. */
export const embrittlement475: RiskMechanism = {
  id: 'embrittlement-475',
  title: '475 °C embrittlement',
  probability(sample) {
    if (sample.kind !== 'stainless') return 0;
    const { from, to } = figures.ferriticChromium;
    const nickelFree = (sample.pool[ELEMENT_INDEX.Ni] as number) < 3;
    const rich = nickelFree ? ramp(sample.pool[ELEMENT_INDEX.Cr] as number, from, to) : 1;
    return rich * hotBetween(sample, FROM, TO) * step(sample.ferriteNumber, figures.center, figures.width);
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
