import { ramp } from '../../arithmetic';
import figures from '../../../data/risks/parent-embrittlement.json';
import { isDuplex } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { hotIn, type HotWindow } from '../hot-service';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';
import { worstPiece } from '../worst-piece';

const DUPLEX: HotWindow = figures.duplex;
const FERRITIC: HotWindow = figures.ferritic;

function susceptibility({ material, composition }: PieceSample): number {
  if (isDuplex(material.family)) return 1;
  if (material.family !== 'ferritic') return 0;
  const [from, to] = figures.ferriticChromium as [number, number];
  return ramp(composition[ELEMENT_INDEX.Cr] as number, from, to);
}

/** Base metal that embrittles in hot service by itself: told, because no rod changes it. */
export const parentEmbrittlement: RiskMechanism = {
  id: 'parent-embrittlement',
  title: 'Base metal embrittles in hot service',
  scope: 'joint',
  probability(sample) {
    let worst = 0;
    for (const piece of sample.pieces) {
      const share = susceptibility(piece);
      if (share === 0) continue;
      worst = Math.max(worst, share * hotIn(sample, isDuplex(piece.material.family) ? DUPLEX : FERRITIC));
    }
    return worst;
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, susceptibility);
    const window = isDuplex(worst.material.family) ? DUPLEX : FERRITIC;
    return {
      drivers: [
        { name: `chromium in ${worst.material.id}`, value: worst.composition[ELEMENT_INDEX.Cr] as number, unit: '%' },
      ],
      reason:
        susceptibility(worst) > 0
          ? `${worst.material.id} itself hardens in long service between ${window.fromC} and ${window.toC} °C and ` +
            'breaks when cold, whatever the rod.'
          : 'No piece here embrittles in heat.',
      remedy: 'Keep it out of that range, or make the part of an austenitic grade.',
    };
  },
  ...told(figures),
};
