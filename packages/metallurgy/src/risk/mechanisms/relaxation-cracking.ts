import { rampOver } from '../../arithmetic';
import figures from '../../../data/risks/relaxation-cracking.json';
import { isAustenitic } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { hotIn, type HotWindow } from '../hot-service';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { newSlot, ofPieces } from '../piece-facts';
import { told } from '../told';
import { worstProbability } from '../worst-piece';

const HARDENING = newSlot();

const HOT: HotWindow = figures.hot;

/** How far metal hardens by fine carbides while its stress relaxes, 0 to 1. */
const hardens = (composition: Float64Array): number =>
  Math.max(
    figures.niobiumWeight * rampOver(composition[ELEMENT_INDEX.Nb] as number, figures.niobium),
    figures.titaniumWeight * rampOver(composition[ELEMENT_INDEX.Ti] as number, figures.titanium),
  );

const ofPiece = ({ material, composition }: PieceSample): number =>
  isAustenitic(material.family) ? hardens(composition) : 0;

const hardeningPieces = ({ pieces }: RiskSample): number => worstProbability(pieces, ofPiece);

/** Thick stabilised joints that crack while their residual stress relaxes in heat. */
export const relaxationCracking: RiskMechanism = {
  id: 'relaxation-cracking',
  title: 'Relaxation cracking of thick stabilised metal',
  scope: 'bead',
  probability(sample) {
    const thick = rampOver(sample.facts.thickestMm, figures.thicknessMm);
    if (thick === 0) return 0;
    const hot = hotIn(sample, HOT);
    if (hot === 0) return 0;
    const bead = (1 - sample.nickelBase) * hardens(sample.pool);
    const restraint = Math.min(1, 0.75 * sample.joint.restraintFactor);
    return thick * hot * restraint * Math.max(bead, figures.piece * ofPieces(sample, HARDENING, hardeningPieces));
  },
  explain(sample) {
    return {
      drivers: [
        { name: 'niobium in the bead', value: sample.pool[ELEMENT_INDEX.Nb] as number, unit: '%' },
        { name: 'thickness', value: sample.facts.thickestMm, unit: 'mm' },
      ],
      reason:
        `At ${sample.facts.thickestMm.toFixed(0)} mm the stress of the weld relaxes in heat between ${HOT.fromC} ` +
        `and ${HOT.toC} °C while fine carbides harden the grains: cracks open between them.`,
      remedy:
        'A 16-8-2 kind of rod, smooth toes, least restraint; a stabilising heat before service where it can be done.',
    };
  },
  ...told(figures),
};
