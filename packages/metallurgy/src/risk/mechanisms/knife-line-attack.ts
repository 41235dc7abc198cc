import figures from '../../../data/risks/knife-line-attack.json';
import { isAustenitic } from '../../catalogue';
import { hotIn, type HotWindow } from '../hot-service';
import { stabilisedShare, type PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';
import { worstPiece, worstProbability } from '../worst-piece';

const HOT: HotWindow = figures.hot;

const stabilised = ({ material, composition }: PieceSample): number =>
  isAustenitic(material.family) ? stabilisedShare(material.stabilisation, composition) : 0;

/** A thin line beside the bead of stabilised metal, where the carbides were dissolved and come back as chromium's. */
export const knifeLineAttack: RiskMechanism = {
  id: 'knife-line-attack',
  title: 'Knife-line attack of stabilised metal',
  scope: 'joint',
  probability(sample) {
    const { environment, wet, input } = sample.service;
    const acid = environment === 'acid' ? figures.acids[input.acid ?? 'unknown'] : 0;
    const heat = wet ? figures.hotWet * hotIn(sample, HOT) : 0;
    const attack = Math.max(acid, heat);
    return attack === 0 ? 0 : attack * worstProbability(sample.pieces, stabilised);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, stabilised);
    return {
      drivers: [],
      reason:
        stabilised(worst) > 0
          ? `Beside the bead ${worst.material.id} has lost its titanium or niobium carbides in a thin line; heated ` +
            'again, or in oxidising acid, that line is eaten.'
          : 'No stabilised piece in this joint.',
      remedy: 'A stabilising heat (about 870 to 900 °C) after welding where it can be done, or a low-carbon grade.',
    };
  },
  ...told(figures),
};
