import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import { either, step } from '../smooth';

const figures = data.mechanisms['cast-iron'];

/** Carbides and martensite in and beside a bead on cast iron. */
export const castIron: RiskMechanism = {
  id: 'cast-iron',
  title: 'Cast iron: carbides and hard zone',
  doNotFrom: figures.doNot,
  probability(sample) {
    if (!sample.hasCastIron) return 0;
    const carbon = sample.pool[ELEMENT_INDEX.C] as number;
    const chromium = sample.pool[ELEMENT_INDEX.Cr] as number;
    const nickel = sample.pool[ELEMENT_INDEX.Ni] as number;
    // White iron beside the bead comes with any rod; nickel yields and spares it.
    if (nickel > figures.nickelFrom && chromium < 25) {
      const { center, width, probability } = figures.chromiumCarbide;
      return either(figures.nickelBase, probability * step(chromium, center, width));
    }
    const brittle = step(carbon, figures.carbonCenter, figures.carbonWidth);
    // High-ferrite metal is the one stainless kind that yields a little with carbides in it.
    return either(figures.whiteIron, brittle * (sample.ferriteNumber > 20 ? 0.7 : 1));
  },
  explain(sample) {
    const carbon = sample.pool[ELEMENT_INDEX.C] as number;
    return {
      drivers: [
        { name: 'carbon in the bead', value: carbon, unit: '%', limit: figures.carbonCenter },
        {
          name: 'nickel in the bead',
          value: sample.pool[ELEMENT_INDEX.Ni] as number,
          unit: '%',
          limit: figures.nickelFrom,
        },
      ],
      reason:
        (sample.pool[ELEMENT_INDEX.Ni] as number) > figures.nickelFrom
          ? `Nickel keeps the ${carbon.toFixed(2)} % carbon from the iron as graphite and stays soft; white iron still forms beside the bead.`
          : `The bead takes up ${carbon.toFixed(2)} % carbon from the iron and turns to carbides and martensite.`,
      remedy: `Nickel rod, short beads peened while warm, little melting; either stay cool to the hand or preheat to about ${figures.preheatC} °C and cool slowly.`,
    };
  },
  source: figures.source,
};
