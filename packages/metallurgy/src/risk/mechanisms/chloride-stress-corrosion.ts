import { rampOver } from '../../arithmetic';
import figures from '../../../data/risks/chloride-stress-corrosion.json';
import { isAustenitic, isDuplex } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import type { Service } from '../../service';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import { told } from '../told';
import { worstPiece, worstProbability } from '../worst-piece';

function ofPiece({ material, composition }: PieceSample): number {
  if (isDuplex(material.family)) return figures.duplex;
  if (!isAustenitic(material.family)) return 0;
  const nickel = composition[ELEMENT_INDEX.Ni] as number;
  return rampOver(nickel, figures.nickel.rises) * (1 - rampOver(nickel, figures.nickel.falls));
}

/** How warm and salty it is, 0 to 1. */
function attack({ environment, highestC }: Service): number {
  const chlorides = figures.chlorides[environment];
  if (highestC === undefined) return chlorides * (environment === 'pool' ? 0.5 : figures.unstatedC);
  return chlorides * rampOver(highestC, environment === 'pool' ? figures.poolFromC : figures.fromC);
}

/** Cracking of austenitic pieces under their own weld stress in warm chlorides. */
export const chlorideStressCorrosion: RiskMechanism = {
  id: 'chloride-stress-corrosion',
  title: 'Stress corrosion in chlorides',
  scope: 'joint',
  probability(sample) {
    const attacked = attack(sample.service);
    return attacked === 0 ? 0 : figures.probability * attacked * worstProbability(sample.pieces, ofPiece);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, ofPiece);
    const { highestC, environment } = sample.service;
    return {
      drivers: [
        { name: `nickel in ${worst.material.id}`, value: worst.composition[ELEMENT_INDEX.Ni] as number, unit: '%' },
        ...(highestC === undefined ? [] : [{ name: 'hottest service', value: highestC, unit: '°C', limit: 55 }]),
      ],
      reason:
        environment === 'pool'
          ? `In the air of a pool hall ${worst.material.id} can crack under the stress of its own weld, even at ` +
            'room temperature; nothing that carries people may hang on it.'
          : `Warm chlorides crack ${worst.material.id} under the stress of its own weld.`,
      remedy:
        'Keep it cool and rinsed, little stress, or a duplex, ferritic or nickel-rich grade; ask qualified ' +
        'people where it carries load.',
    };
  },
  ...told(figures),
};
