import { either, rampOver, step } from '../../arithmetic';
import figures from '../../../data/risks/cast-iron.json';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';

/** Carbides and martensite in and beside a bead on cast iron. */
export const castIron: RiskMechanism = {
  id: 'cast-iron',
  title: 'Cast iron: carbides and hard zone',
  scope: 'bead',
  probability(sample) {
    if (!sample.facts.hasCastIron) return 0;
    const carbon = sample.pool[ELEMENT_INDEX.C] as number;
    const chromium = sample.pool[ELEMENT_INDEX.Cr] as number;
    const nickel = sample.pool[ELEMENT_INDEX.Ni] as number;
    // White iron beside the bead comes with any rod; nickel yields and spares it.
    const yields = rampOver(nickel, figures.nickel) * (1 - rampOver(chromium, figures.tooMuchChromium));
    const { center, width, probability } = figures.chromiumCarbide;
    const ofNickel = either(figures.nickelBase, probability * step(chromium, center, width));
    const brittle = step(carbon, figures.carbonCenter, figures.carbonWidth);
    // High-ferrite metal is the one stainless kind that yields a little with carbides in it.
    const { ferriteNumber, factor } = figures.ferriteRelief;
    const relief = 1 - (1 - factor) * rampOver(sample.ferriteNumber, ferriteNumber);
    return yields * ofNickel + (1 - yields) * either(figures.whiteIron, brittle * relief);
  },
  explain(sample) {
    const carbon = sample.pool[ELEMENT_INDEX.C] as number;
    const nickel = sample.pool[ELEMENT_INDEX.Ni] as number;
    return {
      drivers: [
        { name: 'carbon in the bead', value: carbon, unit: '%', limit: figures.carbonCenter },
        { name: 'nickel in the bead', value: nickel, unit: '%', limit: figures.nickel[1] as number },
      ],
      reason:
        rampOver(nickel, figures.nickel) > 0.5
          ? `Nickel keeps the ${carbon.toFixed(2)} % carbon from the iron as graphite and stays soft; white iron ` +
            'still forms beside the bead.'
          : `The bead takes up ${carbon.toFixed(2)} % carbon from the iron and turns to carbides and martensite.`,
      remedy:
        'Nickel rod, short beads peened while warm, little melting; either stay cool to the hand or preheat to ' +
        `about ${figures.preheatC} °C and cool slowly.`,
    };
  },
  ...told(figures),
};
