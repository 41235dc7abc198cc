import { ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/carbon-migration.json';
import { isCarbonSteel } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { hotIn, type HotWindow } from '../hot-service';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { stiffness } from '../stiffness';
import { told } from '../told';

const WINDOW: HotWindow = figures.window;

function chromiumDifference(sample: RiskSample): number {
  let difference = 0;
  for (const { material, composition } of sample.pieces)
    if (isCarbonSteel(material.family))
      difference = Math.max(
        difference,
        (sample.pool[ELEMENT_INDEX.Cr] as number) - (composition[ELEMENT_INDEX.Cr] as number),
      );
  return difference;
}

/** Carbon leaving carbon steel for chromium-rich weld metal in long hot service. */
export const carbonMigration: RiskMechanism = {
  id: 'carbon-migration',
  title: 'Carbon migration',
  scope: 'bead',
  probability(sample) {
    const difference = chromiumDifference(sample);
    if (difference <= 0) return 0;
    const relief = 1 - (1 - figures.nickelRelief) * sample.nickelBase;
    const { highestC } = sample.service;
    const pace = highestC === undefined ? 0.7 : ramp(highestC, figures.pace[0] as number, figures.pace[1] as number);
    return (
      relief *
      pace *
      hotIn(sample, WINDOW) *
      stiffness(sample, figures.thin) *
      step(difference, figures.chromiumDifference, figures.width)
    );
  },
  explain(sample) {
    const difference = chromiumDifference(sample);
    return {
      drivers: [{ name: 'chromium step at the carbon-steel boundary', value: difference, unit: '%' }],
      reason:
        `Above about ${WINDOW.fromC} °C carbon leaves the carbon steel for the bead, which is ` +
        `${difference.toFixed(0)} % richer in chromium: a soft and a hard line.`,
      remedy: 'A nickel rod slows it; keep the joint out of the heat.',
    };
  },
  ...told(figures),
};
