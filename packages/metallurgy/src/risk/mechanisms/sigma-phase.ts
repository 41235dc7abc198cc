import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import { hotBetween } from '../hot-service';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { ramp, step } from '../smooth';

const figures = data.mechanisms['sigma-phase'];
const [FROM, TO] = figures.windowC as [number, number];

/** Chance of long enough in the window: sigma sets in slowly above its lower end and dissolves towards its upper. */
function timeInWindow(sample: RiskSample): number {
  const { highestC } = sample.service;
  const fade = highestC === undefined ? 1 : 1 - 0.5 * ramp(highestC, figures.fadeFromC, TO);
  return fade * hotBetween(sample, FROM, TO, undefined, figures.reachC);
}

/** Ferrite that turns to brittle sigma in long service between 550 and 925 °C. */
export const sigmaPhase: RiskMechanism = {
  id: 'sigma-phase',
  title: 'Sigma phase in hot service',
  probability(sample) {
    if (sample.kind !== 'stainless') return 0;
    const chromium = sample.pool[ELEMENT_INDEX.Cr] as number;
    if (chromium < 15) return 0;
    const molybdenum = sample.pool[ELEMENT_INDEX.Mo] as number;
    // Ferritic metal without nickel forms sigma only when rich in chromium.
    const rich =
      (sample.pool[ELEMENT_INDEX.Ni] as number) > 2
        ? 1
        : ramp(chromium + molybdenum, figures.ferriticChromium.from, figures.ferriticChromium.to);
    // Molybdenum speeds sigma as if there were more ferrite.
    const effective = sample.ferriteNumber + figures.molybdenumFerrite * molybdenum;
    return rich * timeInWindow(sample) * step(effective, figures.center, figures.width);
  },
  explain(sample) {
    return {
      drivers: [
        { name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN', limit: 8 },
        { name: 'chance of long hot service', value: 100 * timeInWindow(sample), unit: '%' },
      ],
      reason: `Between ${FROM} and ${TO} °C the bead's ferrite, about ${sample.ferriteNumber.toFixed(0)} FN, turns to brittle sigma.`,
      remedy: 'Keep the bead at 3 to 8 FN, or take a rod without ferrite made for heat.',
    };
  },
  source: figures.source,
};
