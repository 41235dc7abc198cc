import { power, ramp } from '../../arithmetic';
import figures from '../../../data/risks/haz-sensitisation.json';
import { isAustenitic } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { hotIn, type HotWindow } from '../hot-service';
import { stabilisedShare, type PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { freeCarbon, minutesToSensitise } from '../sensitising';
import { told } from '../told';
import { worstPiece } from '../worst-piece';

const HOT: HotWindow = figures.hot;

const likely = (minutesHot: number, minutes: number): number =>
  1 / (1 + power(minutes / minutesHot, figures.steepness / Math.LN10));

/** Minutes that metal beside the bead spends in the critical range, by thickness: estimate. */
function minutesBeside(thicknessMm: number): number {
  const { base, perMm, atMost } = figures.minutes;
  return Math.min(atMost, base + perMm * thicknessMm);
}

function ofPiece(sample: RiskSample, piece: PieceSample): number {
  const { material, composition, thicknessMm } = piece;
  if (!isAustenitic(material.family)) return 0;
  const [from, to] = figures.carbon as [number, number];
  const bare = ramp(freeCarbon(composition), from, to) * (1 - stabilisedShare(material.stabilisation, composition));
  if (bare === 0) return 0;
  const minutes = minutesToSensitise(composition);
  const hot = hotIn(sample, HOT);
  const service = hot > 0 ? hot * likely(sample.service.hotHours * 60, minutes) : 0;
  return bare * Math.max(likely(minutesBeside(thicknessMm), minutes), service);
}

/** Chromium lost to carbides in the pieces beside the bead: only the pool's own is the rod's affair. */
export const hazSensitisation: RiskMechanism = {
  id: 'haz-sensitisation',
  title: 'Sensitised base metal beside the bead',
  scope: 'joint',
  probability(sample) {
    const weight = figures.weights[sample.service.environment];
    if (weight === 0) return 0;
    let worst = 0;
    for (const piece of sample.pieces) worst = Math.max(worst, ofPiece(sample, piece));
    return weight * worst;
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, (piece) => ofPiece(sample, piece));
    return {
      drivers: [
        {
          name: `carbon in ${worst.material.id}`,
          value: worst.composition[ELEMENT_INDEX.C] as number,
          unit: '%',
          limit: 0.03,
        },
        {
          name: 'time to sensitise at the worst temperature',
          value: minutesToSensitise(worst.composition),
          unit: 'min',
        },
      ],
      reason:
        `${worst.material.id} with ${freeCarbon(worst.composition).toFixed(3)} % free carbon gives up chromium to ` +
        'carbides in a line beside the bead when it is held there too long.',
      remedy: 'Quick small beads, cool between passes, chill bars; a low-carbon or stabilised grade next time.',
    };
  },
  ...told(figures),
};
