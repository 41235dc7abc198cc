import { either, ramp } from '../../arithmetic';
import figures from '../../../data/risks/contamination.json';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import type { PieceSample } from '../material';
import { told } from '../told';
import { worstPiece, worstProbability } from '../worst-piece';

function ofPiece({ composition, condition, material }: PieceSample): number {
  const [from, to] = figures.leadedPercent as [number, number];
  const leaded = figures.leaded * ramp(composition[ELEMENT_INDEX.Pb] as number, from, to);
  const oil = Math.max(material.family === 'cast-iron' ? figures.ironOil : 0, condition?.contamination ?? 0);
  return either(leaded, oil);
}

function reasonOf({ composition, condition, material }: PieceSample): string {
  if ((composition[ELEMENT_INDEX.Pb] as number) > 0.02)
    return `${material.id} is leaded: lead fume, and cracks in the bead.`;
  if (condition?.soils) return `${material.id} ${condition.soils}`;
  if (material.family === 'cast-iron')
    return 'Old cast iron is soaked with oil: pores until it is burnt and ground out.';
  return 'Nothing is known to soil the pool.';
}

/** Lead, oil, grease, product or rust brought into the pool by the state of the pieces. */
export const contamination: RiskMechanism = {
  id: 'contamination',
  title: 'Contamination and poison fume',
  scope: 'joint',
  probability(sample) {
    return worstProbability(sample.pieces, ofPiece);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, ofPiece);
    return {
      drivers: [
        { name: `lead in ${worst.material.id}`, value: worst.composition[ELEMENT_INDEX.Pb] as number, unit: '%' },
      ],
      reason: reasonOf(worst),
      remedy: worst.condition?.soils
        ? worst.condition.advice
        : 'Clean to bright metal well back from the joint, inside too; extraction and the right mask.',
    };
  },
  ...told(figures),
};
