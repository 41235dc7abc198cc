import data from '../../../data/risks.json';
import { isStainless } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import type { PieceSample } from '../material';
import type { RiskSample } from '../risk-sample';
import { either, ramp, step } from '../smooth';
import { worstPiece, worstProbability } from '../worst-piece';

const figures = data.mechanisms.contamination;

function ofPiece({ coating, composition, condition, material }: PieceSample): number {
  const coated = coating === 'galvanised' ? figures.galvanised : coating === 'plated' ? figures.plated : 0;
  const leaded = figures.leaded * ramp(composition[ELEMENT_INDEX.Pb] as number, 0.02, 0.12);
  const oil = Math.max(material.family === 'cast-iron' ? figures.ironOil : 0, condition?.contamination ?? 0);
  return either(either(coated, leaded), oil);
}

/** Stainless that is alloyed with copper on purpose welds to itself without harm. */
function intended({ pieces }: RiskSample): boolean {
  for (const { material, composition } of pieces) {
    const copper = composition[ELEMENT_INDEX.Cu] as number;
    if (isStainless(material.family) && copper > figures.copper.intendedFrom) return true;
  }
  return false;
}

function reasonOf({ coating, composition, condition, material }: PieceSample, copper: number): string {
  if (coating === 'galvanised')
    return `Zinc on ${material.id} boils into the pool and the air: pores, cracks and fume fever.`;
  if (coating === 'plated')
    return `Plating on ${material.id} may be zinc, cadmium or hard chromium: poison fume and cracks.`;
  if ((composition[ELEMENT_INDEX.Pb] as number) > 0.02)
    return `${material.id} is leaded: lead fume, and cracks in the bead.`;
  if (condition?.soils) return `${material.id} ${condition.soils}`;
  if (material.family === 'cast-iron')
    return 'Old cast iron is soaked with oil: pores until it is burnt and ground out.';
  return `The pool takes up ${copper.toFixed(1)} % copper.`;
}

/** Zinc, cadmium, chromium plate, lead, copper or oil in the pool. */
export const contamination: RiskMechanism = {
  id: 'contamination',
  title: 'Contamination and poison fume',
  probability(sample) {
    const probability = worstProbability(sample.pieces, ofPiece);
    const copper =
      sample.kind === 'nickel' || intended(sample)
        ? 0
        : step(sample.pool[ELEMENT_INDEX.Cu] as number, figures.copper.center, figures.copper.width);
    return either(probability, copper > 0.02 ? copper : 0);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, ofPiece);
    const copper = sample.pool[ELEMENT_INDEX.Cu] as number;
    return {
      drivers: [{ name: 'copper in the bead', value: copper, unit: '%', limit: figures.copper.center }],
      reason: reasonOf(worst, copper),
      remedy:
        worst.coating === 'bare' && worst.condition?.soils
          ? worst.condition.advice
          : 'Take coatings off well back from the joint, inside too; extraction and the right mask.',
    };
  },
  source: figures.source,
};
