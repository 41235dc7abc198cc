import { power } from '../../arithmetic';
import data from '../../../data/risks.json';
import { isAustenitic } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { sensitisationMinutes } from '../../constitution';
import { hotBetween, hotUse } from '../hot-service';
import { isStabilised } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { ramp } from '../smooth';

const figures = data.mechanisms.sensitisation;
const [FROM, TO] = figures.windowC as [number, number];

/** Carbon left after niobium and titanium have taken theirs, mass percent. */
function freeCarbon(composition: Float64Array): number {
  const carbon = composition[ELEMENT_INDEX.C] as number;
  const bound =
    (composition[ELEMENT_INDEX.Nb] as number) / figures.stabiliserPerCarbon.Nb +
    (composition[ELEMENT_INDEX.Ti] as number) / figures.stabiliserPerCarbon.Ti;
  return Math.max(0, carbon - bound);
}

function minutesOf(composition: Float64Array): number {
  const free = freeCarbon(composition);
  // Stabilised metal: what carbon is left is too little to rob a boundary of chromium.
  const stabilised = free < 0.004 ? 1000 : 1;
  const molybdenum = (composition[ELEMENT_INDEX.Mo] as number) > 1.8 ? 5 : 1;
  // More chromium to start from leaves more at the boundary.
  const chromium = power(10, Math.max(0, (composition[ELEMENT_INDEX.Cr] as number) - 18.5) / figures.chromiumDecade);
  return sensitisationMinutes(free) * molybdenum * stabilised * chromium;
}

function probabilityFor(minutesHot: number, minutesToSensitise: number): number {
  return 1 / (1 + power(minutesToSensitise / minutesHot, figures.steepness / Math.LN10));
}

function hotMinutes(sample: RiskSample): number {
  return sample.service.hotHours * 60;
}

/** Ferrite breaks the chain of carbides; a bead beside lean metal keeps more chromium than its neighbour even so. */
function reliefOf(sample: RiskSample): number {
  const { from, to, share } = figures.ferriteRelief;
  const neighbour = sample.leanestChromium < figures.leanNeighbour.chromiumBelow ? figures.leanNeighbour.share : 1;
  return (1 - share * ramp(sample.ferriteNumber, from, to)) * neighbour;
}

/** Austenitic pieces that are all stabilised were chosen for heat and wet together. */
function allStabilised({ pieces }: RiskSample): boolean {
  for (const { material, composition } of pieces)
    if (!isAustenitic(material.family) || !isStabilised(material.stabilisation, composition)) return false;
  return true;
}

/** Sensitised metal is attacked when wet: a part that is always hot or dry hardly is. */
function wetAfterHeat(sample: RiskSample): number {
  const { service } = sample;
  const furnace = service.highestC === undefined && hotUse(sample) > 0.5;
  const dry = !service.wet || furnace || (service.highestC ?? 0) > figures.dryHot.aboveC;
  return dry ? figures.dryHot.share : service.highestC === undefined && !allStabilised(sample) ? 0.4 : 1;
}

/** Chromium lost to carbides along the grain boundaries, by welding heat or by hot service. */
export const sensitisation: RiskMechanism = {
  id: 'sensitisation',
  title: 'Sensitisation',
  probability(sample) {
    if (sample.kind !== 'stainless' || (sample.pool[ELEMENT_INDEX.Ni] as number) < 3) return 0;
    const minutes = minutesOf(sample.pool);
    const welding = probabilityFor(figures.weldingMinutes, minutes);
    const hot = hotBetween(sample, FROM, TO, 1);
    const service = hot > 0 ? hot * wetAfterHeat(sample) * probabilityFor(hotMinutes(sample), minutes) : 0;
    const probability = Math.max(welding, service) * reliefOf(sample);
    const chosen =
      sample.service.highestC === undefined && sample.rod !== null && !sample.rod.stabilisation && allStabilised(sample)
        ? figures.stabilisedPieces
        : 0;
    return Math.max(probability, chosen);
  },
  explain(sample) {
    const minutes = minutesOf(sample.pool);
    return {
      drivers: [
        { name: 'carbon not bound by Nb or Ti', value: freeCarbon(sample.pool), unit: '%', limit: 0.03 },
        { name: 'time to sensitise at the worst temperature', value: minutes, unit: 'min' },
      ],
      reason:
        hotBetween(sample, FROM, TO, 1) > 0.05
          ? `With ${freeCarbon(sample.pool).toFixed(3)} % free carbon the bead is sensitised after about ${formatMinutes(minutes)} between ${FROM} and ${TO} °C.`
          : `With ${freeCarbon(sample.pool).toFixed(3)} % free carbon it takes about ${formatMinutes(minutes)} in the critical range; welding gives it about a minute.`,
      remedy: 'A low-carbon rod for wet service, a niobium-stabilised one for hot service, less time hot.',
    };
  },
  source: figures.source,
};

function formatMinutes(minutes: number): string {
  return minutes < 90
    ? `${minutes.toFixed(minutes < 10 ? 1 : 0)} minutes`
    : minutes < 6000
      ? `${(minutes / 60).toFixed(0)} hours`
      : `${(minutes / 1440).toFixed(0)} days`;
}
