import { rampOver } from '../../arithmetic';
import figures from '../../../data/risks/caustic-cracking.json';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';

/** Cracking of a bead under its own stress in hot caustic. */
export const causticCracking: RiskMechanism = {
  id: 'caustic-cracking',
  title: 'Caustic cracking',
  scope: 'bead',
  probability(sample) {
    const { environment, highestC } = sample.service;
    if (environment !== 'caustic') return 0;
    const alloyed = sample.stainless;
    const heat =
      highestC === undefined
        ? figures.unstated
        : alloyed * rampOver(highestC, figures.fromC) + (1 - alloyed) * rampOver(highestC, figures.steelFromC);
    return figures.probability * heat * (1 - sample.nickelBase);
  },
  explain(sample) {
    return {
      drivers: [
        ...(sample.service.highestC === undefined
          ? []
          : [{ name: 'hottest service', value: sample.service.highestC, unit: '°C', limit: 80 }]),
      ],
      reason: 'Hot caustic cracks steel, plain or stainless, under the stress of its own weld; nickel withstands it.',
      remedy: 'A nickel rod, a heat that takes the stress out of plain steel, cooler service.',
    };
  },
  ...told(figures),
};
