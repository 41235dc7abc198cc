import data from '../../../data/risks.json';
import { isCarbonSteel } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { hotBetween } from '../hot-service';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { ramp, step } from '../smooth';

const figures = data.mechanisms['carbon-migration'];

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
  probability(sample) {
    const difference = chromiumDifference(sample);
    if (difference <= 0) return 0;
    const relief = sample.kind === 'nickel' ? figures.nickelRelief : 1;
    const { highestC } = sample.service;
    const pace = highestC === undefined ? 0.7 : ramp(highestC, figures.fromC, figures.fullC);
    return (
      relief *
      pace *
      hotBetween(sample, figures.fromC, 1200) *
      step(difference, figures.chromiumDifference, figures.width)
    );
  },
  explain(sample) {
    return {
      drivers: [{ name: 'chromium step at the carbon-steel boundary', value: chromiumDifference(sample), unit: '%' }],
      reason: `Above about ${figures.fromC} °C carbon leaves the carbon steel for the bead, which is ${chromiumDifference(sample).toFixed(0)} % richer in chromium: a soft and a hard line.`,
      remedy: 'A nickel rod slows it; keep the joint out of the heat.',
    };
  },
  source: figures.source,
};
