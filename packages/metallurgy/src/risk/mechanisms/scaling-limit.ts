import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import { interpolate, type DiagramPoint } from '../../constitution';
import { hotUse } from '../hot-service';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { step } from '../smooth';
import { fromJson } from '../../from-json';

const figures = data.mechanisms['scaling-limit'];
const BY_CHROMIUM = fromJson<readonly DiagramPoint[]>(figures.byChromium);

/** Scaling limit of weld metal in air by its chromium, °C. */
export function scalingLimitOfWeld(sample: RiskSample): number {
  const chromium = sample.pool[ELEMENT_INDEX.Cr] as number;
  const nickel = sample.pool[ELEMENT_INDEX.Ni] as number;
  const byChromium = interpolate(chromium, BY_CHROMIUM);
  // Ferritic metal grows least when heated and keeps its scale through cycling.
  // Nickel keeps the scale on: nickel-chromium metal lasts to higher heat than its chromium alone says.
  if (nickel < 3 && chromium > 10) return byChromium + figures.ferriticReliefC;
  return nickel > 25 && chromium > 13
    ? Math.max(byChromium, 1090)
    : nickel > 55
      ? Math.max(byChromium, 700)
      : byChromium;
}

function leastParentLimit(sample: RiskSample): number {
  let least = Infinity;
  for (const { material } of sample.pieces) if (material.scalingLimitC < least) least = material.scalingLimitC;
  return least;
}

function hottest(sample: RiskSample): { temperatureC: number; chance: number } {
  const { highestC, hot } = sample.service;
  if (highestC !== undefined) {
    HOTTEST.temperatureC = highestC;
    HOTTEST.chance = 1;
  } else {
    HOTTEST.temperatureC = figures.assumedShareOfLimit * leastParentLimit(sample);
    HOTTEST.chance = hot !== undefined ? 0.7 : 0.6 * hotUse(sample);
  }
  return HOTTEST;
}

// One object, written over: the hot loop must not allocate.
const HOTTEST = { temperatureC: 0, chance: 0 };

/** Hot gas of unknown make may carry sulphur, which eats nickel; a nickel piece beside the bead says it does not. */
function openToSulphur(sample: RiskSample, temperatureC: number): boolean {
  if (temperatureC <= 600 || sample.service.environment !== 'unknown') return false;
  for (const { material } of sample.pieces) if (material.family === 'nickel') return false;
  return (sample.pool[ELEMENT_INDEX.Ni] as number) > figures.nickelSulphidationFrom;
}

/** A bead that scales away before the metal beside it does. */
export const scalingLimit: RiskMechanism = {
  id: 'scaling-limit',
  title: 'Scaling of the bead',
  probability(sample) {
    const { temperatureC, chance } = hottest(sample);
    if (chance === 0 || temperatureC < 450) return 0;
    const relief = leastParentLimit(sample) < temperatureC - 40 ? figures.leanParentsRelief : 1;
    const scaling = relief * step(temperatureC, scalingLimitOfWeld(sample), figures.width);
    const sulphidation = openToSulphur(sample, temperatureC) ? figures.nickelSulphidation : 0;
    return chance * Math.max(scaling, sulphidation);
  },
  explain(sample) {
    const { temperatureC } = hottest(sample);
    const limit = scalingLimitOfWeld(sample);
    return {
      drivers: [
        { name: 'hottest service', value: temperatureC, unit: '°C', limit },
        { name: 'chromium in the bead', value: sample.pool[ELEMENT_INDEX.Cr] as number, unit: '%' },
      ],
      reason: `The bead holds its scale to about ${limit.toFixed(0)} °C in air; ${sample.service.highestC === undefined ? 'metal like this is used to about' : 'service reaches'} ${temperatureC.toFixed(0)} °C.`,
      remedy: 'A rod with as much chromium as the hottest side.',
    };
  },
  source: figures.source,
};
