import data from '../../../data/risks.json';
import { isAustenitic } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import { step } from '../smooth';
import type { RiskSample } from '../risk-sample';

const figures = data.mechanisms['low-temperature'];

const staysTough = ({ material }: RiskSample['pieces'][number]): boolean =>
  isAustenitic(material.family) || material.family === 'nickel';

/**
 * Ferrite that counts against toughness: molybdenum and carbides make it count for more; a lot at the low end of its rod's
 * ferrite window can be chosen, which makes it count for less.
 */
function effectiveFerrite({ ferriteNumber, pool, rod }: RiskSample): number {
  const { from, perPercent } = figures.carbonFerrite;
  const carbides = perPercent * Math.max(0, (pool[ELEMENT_INDEX.C] as number) - from);
  const window = rod?.ferriteNumberWindow;
  const lot = window ? Math.min(figures.lotChoice, (window[1] - window[0]) / 2) : 0;
  return ferriteNumber + figures.molybdenumFerrite * (pool[ELEMENT_INDEX.Mo] as number) + carbides - lot;
}

/** Brittle fracture in cold service. */
export const lowTemperature: RiskMechanism = {
  id: 'low-temperature',
  title: 'Brittle in cold service',
  doNotFrom: figures.doNot,
  probability(sample) {
    const lowest = sample.service.lowestC;
    if (lowest === undefined || lowest > figures.coldC) return 0;
    const deep = lowest <= figures.cryogenicC ? 1 : 0.55;
    for (const piece of sample.pieces) if (!staysTough(piece)) return deep;
    if (sample.kind === 'nickel') return 0;
    if (sample.kind !== 'stainless' || sample.martensite > 0.1 || sample.ferriteNumber > 60) return deep;
    return deep * figures.ferriteProbability * step(effectiveFerrite(sample), figures.center, figures.width);
  },
  explain(sample) {
    const brittle = sample.pieces.find((piece) => !staysTough(piece));
    const lowest = sample.service.lowestC;
    if (lowest === undefined || lowest > figures.coldC)
      return { drivers: [], reason: 'No cold service is stated.', remedy: 'None needed.' };
    return {
      drivers: [
        { name: 'lowest service temperature', value: lowest, unit: '°C', limit: figures.coldC },
        { name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN', limit: 8 },
      ],
      reason: brittle
        ? `${brittle.material.id} itself turns brittle at ${lowest} °C, whatever the rod.`
        : `At ${lowest} °C ferrite costs toughness: about ${sample.ferriteNumber.toFixed(0)} FN against 8.`,
      remedy: brittle
        ? 'Do not use this metal so cold.'
        : 'Choose a rod lot of low ferrite (3 to 8 FN); have the procedure qualified.',
    };
  },
  source: figures.source,
};
