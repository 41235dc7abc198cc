import { ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/copper-pickup.json';
import { isStainless } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

/** Stainless that is alloyed with copper on purpose welds to itself without harm: how far a piece is such, 0 to 1. */
function intended({ pieces }: RiskSample): number {
  const [from, to] = figures.copper.intended as [number, number];
  let share = 0;
  for (const { material, composition } of pieces)
    if (isStainless(material.family)) share = Math.max(share, ramp(composition[ELEMENT_INDEX.Cu] as number, from, to));
  return share;
}

/** Copper melted into stainless or plain weld metal. */
export const copperPickup: RiskMechanism = {
  id: 'copper-pickup',
  title: 'Copper in the bead',
  scope: 'bead',
  probability(sample) {
    const copper = sample.pool[ELEMENT_INDEX.Cu] as number;
    if (copper < 1) return 0;
    const { center, width } = figures.copper;
    return (1 - sample.nickelBase) * (1 - intended(sample)) * ramp(copper, 1, 2) * step(copper, center, width);
  },
  explain(sample) {
    const copper = sample.pool[ELEMENT_INDEX.Cu] as number;
    return {
      drivers: [{ name: 'copper in the bead', value: copper, unit: '%', limit: figures.copper.center }],
      reason: `The pool takes up ${copper.toFixed(1)} % copper, which runs along the grains while they shrink.`,
      remedy: 'Melt less of the copper-bearing side, or take a nickel rod, which holds copper.',
    };
  },
  ...told(figures),
};
