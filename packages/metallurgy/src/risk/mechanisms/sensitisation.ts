import { power, ramp } from '../../arithmetic';
import figures from '../../../data/risks/sensitisation.json';
import { isAustenitic } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { hotIn, hotUse, type HotWindow } from '../hot-service';
import { stabilisedShare, type PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { freeCarbon, minutesToSensitise } from '../sensitising';
import { newSlot, ofPieces } from '../piece-facts';
import { told } from '../told';
import { leastOf } from '../worst-piece';

const SOONEST = newSlot();
const STABILISED = newSlot();

const WINDOW: HotWindow = figures.window;

function probabilityFor(minutesHot: number, minutes: number): number {
  return minutes === Infinity ? 0 : 1 / (1 + power(minutes / minutesHot, figures.steepness / Math.LN10));
}

/**
 * How much likelier the bead is sensitised than the piece that is soonest: what that one does itself is not the rod's
 * fault.
 */
const beyondPieces = (minutesHot: number, ofBead: number, soonest: number): number =>
  Math.max(0, probabilityFor(minutesHot, ofBead) - probabilityFor(minutesHot, soonest));

const minutesOfPiece = ({ material, composition }: PieceSample): number =>
  isAustenitic(material.family) ? minutesToSensitise(composition) : Infinity;

/** Minutes to sensitise the austenitic piece that is soonest; Infinity where none is. */
const quickestPiece = ({ pieces }: RiskSample): number => leastOf(pieces, minutesOfPiece);

/** Ferrite breaks the chain of carbides; a bead beside lean metal keeps more chromium than its neighbour even so. */
function reliefOf(sample: RiskSample): number {
  const { from, to, share } = figures.ferriteRelief;
  const { chromium, share: least } = figures.leanNeighbour;
  const neighbour =
    least + (1 - least) * ramp(sample.facts.leanestChromium, chromium[0] as number, chromium[1] as number);
  return (1 - share * ramp(sample.ferriteNumber, from, to)) * neighbour;
}

/** How far the pieces are austenitic and stabilised: such were chosen for heat and wet together. 0 to 1. */
function stabilisedPieces({ pieces }: RiskSample): number {
  let share = 1;
  for (const { material, composition } of pieces)
    share = Math.min(share, isAustenitic(material.family) ? stabilisedShare(material.stabilisation, composition) : 0);
  return share;
}

/** Sensitised metal is attacked when wet: a part that is always hot or dry hardly is. */
function wetAfterHeat(sample: RiskSample, stabilised: number): number {
  const { service } = sample;
  const { aboveC, share } = figures.dryHot;
  if (!service.wet) return share;
  if (service.highestC === undefined)
    return hotUse(sample) > 0.5 ? share : figures.unstatedHeat + (1 - figures.unstatedHeat) * stabilised;
  return 1 - (1 - share) * ramp(service.highestC, aboveC[0] as number, aboveC[1] as number);
}

/** Chromium lost to carbides along the grain boundaries of the bead, by welding heat or by hot service. */
export const sensitisation: RiskMechanism = {
  id: 'sensitisation',
  title: 'Sensitisation',
  scope: 'bead',
  probability(sample) {
    const [from, to] = figures.nickel as [number, number];
    const applies = sample.stainless * ramp(sample.pool[ELEMENT_INDEX.Ni] as number, from, to);
    if (applies === 0) return 0;
    const minutes = minutesToSensitise(sample.pool);
    const soonest = ofPieces(sample, SOONEST, quickestPiece);
    const welding = beyondPieces(figures.weldingMinutes, minutes, soonest);
    const hot = hotIn(sample, WINDOW);
    const stabilised = ofPieces(sample, STABILISED, stabilisedPieces);
    const hotMinutes = sample.service.hotHours * 60;
    const service = hot > 0 ? hot * wetAfterHeat(sample, stabilised) * beyondPieces(hotMinutes, minutes, soonest) : 0;
    const probability = Math.max(welding, service) * reliefOf(sample);
    const chosen =
      sample.service.highestC === undefined && sample.rod !== null && !sample.rod.stabilisation
        ? figures.stabilisedPieces * stabilised
        : 0;
    return applies * Math.max(probability, chosen);
  },
  explain(sample) {
    const minutes = minutesToSensitise(sample.pool);
    const free = freeCarbon(sample.pool);
    return {
      drivers: [
        { name: 'carbon not bound by Nb or Ti', value: free, unit: '%', limit: 0.03 },
        { name: 'time to sensitise at the worst temperature', value: minutes, unit: 'min' },
      ],
      reason:
        hotIn(sample, WINDOW) > 0.05
          ? `With ${free.toFixed(3)} % free carbon the bead is sensitised after about ${formatMinutes(minutes)} ` +
            `between ${WINDOW.fromC} and ${WINDOW.toC} °C.`
          : `With ${free.toFixed(3)} % free carbon it takes about ${formatMinutes(minutes)} in the critical range; ` +
            'welding gives it about a minute.',
      remedy: 'A low-carbon rod for wet service, a niobium-stabilised one for hot service, less time hot.',
    };
  },
  ...told(figures),
};

function formatMinutes(minutes: number): string {
  return minutes < 90
    ? `${minutes.toFixed(minutes < 10 ? 1 : 0)} minutes`
    : minutes < 6000
      ? `${(minutes / 60).toFixed(0)} hours`
      : `${(minutes / 1440).toFixed(0)} days`;
}
