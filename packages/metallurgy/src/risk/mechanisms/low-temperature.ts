import { ramp, rampOver, step } from '../../arithmetic';
import figures from '../../../data/risks/low-temperature.json';
import { ELEMENT_INDEX } from '../../composition';
import { brittleAt, coldOf, NO_COLD } from '../brittle';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

/**
 * Ferrite that counts against toughness: molybdenum and carbides make it count for more; a lot at the low end of its
 * rod's ferrite window can be chosen, which makes it count for less.
 */
function effectiveFerrite({ ferriteNumber, pool, rod }: RiskSample): number {
  const { from, perPercent } = figures.carbonFerrite;
  const carbides = perPercent * Math.max(0, (pool[ELEMENT_INDEX.C] as number) - from);
  const window = rod?.ferriteNumberWindow;
  const lot = window ? Math.min(figures.lotChoice, (window[1] - window[0]) / 2) : 0;
  return ferriteNumber + figures.molybdenumFerrite * (pool[ELEMENT_INDEX.Mo] as number) + carbides - lot;
}

const brittle = (temperatureC: number, turnsC: number): number => brittleAt(temperatureC, turnsC, figures.widthC);

/** Brittle fracture of the bead in cold service. */
export const lowTemperature: RiskMechanism = {
  id: 'low-temperature',
  title: 'Bead brittle in cold service',
  scope: 'bead',
  probability(sample) {
    const lowest = coldOf(sample);
    if (lowest === undefined) return 0;
    const { weldC } = figures;
    const { stainless, nickelBase } = sample;
    const plain = Math.max(0, 1 - stainless - nickelBase);
    const nickel = sample.pool[ELEMENT_INDEX.Ni] as number;
    const ferrite = rampOver(sample.ferriteNumber, figures.ferrite);
    const ferritic = ferrite * (1 - ramp(nickel, 2, 4));
    const duplex = ferrite - ferritic;
    const martensitic = rampOver(sample.martensite, figures.martensite) * (1 - ferrite);
    const austenitic = Math.max(0, 1 - ferrite - martensitic);
    const deep = ramp(-lowest, -(figures.cold[0] as number), -(figures.cold[1] as number));
    const slow = deep * figures.ferriteProbability * step(effectiveFerrite(sample), figures.center, figures.width);
    return (
      plain * brittle(lowest, weldC.carbon) +
      stainless *
        (ferritic * brittle(lowest, weldC.ferritic) +
          duplex * brittle(lowest, weldC.duplex) +
          martensitic * brittle(lowest, weldC.martensitic) +
          austenitic * slow)
    );
  },
  explain(sample) {
    const lowest = coldOf(sample);
    if (lowest === undefined) return NO_COLD;
    return {
      drivers: [
        { name: 'lowest service temperature', value: lowest, unit: '°C', limit: figures.cold[0] as number },
        { name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN', limit: 8 },
      ],
      reason:
        `At ${lowest} °C ferrite and martensite cost toughness: about ${sample.ferriteNumber.toFixed(0)} FN ` +
        `against 8, ${(100 * sample.martensite).toFixed(0)} % martensite.`,
      remedy: 'Choose a rod lot of low ferrite (3 to 8 FN); have the procedure qualified.',
    };
  },
  ...told(figures),
};
