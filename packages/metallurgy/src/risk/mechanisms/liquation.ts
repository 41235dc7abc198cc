import data from '../../../data/risks.json';
import { isAustenitic, isCastIron } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import type { PieceSample } from '../material';
import { either, ramp } from '../smooth';
import { worstPiece, worstProbability } from '../worst-piece';

const figures = data.mechanisms.liquation;

function ofPiece({ composition, material }: PieceSample): number {
  const [from, to] = figures.sulphur as [number, number];
  const sulphur =
    figures.sulphurProbability *
    ramp((composition[ELEMENT_INDEX.S] as number) + 0.5 * (composition[ELEMENT_INDEX.Se] as number), from, to);
  if (isCastIron(material.family)) return 0;
  const fullyAustenitic = isAustenitic(material.family) && (composition[ELEMENT_INDEX.Ni] as number) > 18;
  const stabilised = (composition[ELEMENT_INDEX.Nb] as number) > figures.niobiumFrom;
  return either(sulphur, (fullyAustenitic ? figures.austeniticProbability : 0) * (stabilised ? 1.5 : 1));
}

/** Cracks beside the bead where low-melting films run along the grains of the base metal. */
export const liquation: RiskMechanism = {
  id: 'liquation',
  title: 'Liquation cracking beside the bead',
  probability(sample) {
    const probability = worstProbability(sample.pieces, ofPiece);
    return Math.min(1, probability * sample.joint.restraintFactor);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, ofPiece);
    const sulphur = worst.composition[ELEMENT_INDEX.S] as number;
    return {
      drivers: [{ name: `sulphur in ${worst.material.id}`, value: sulphur, unit: '%', limit: 0.1 }],
      reason:
        sulphur > 0.06
          ? `Sulphides in ${worst.material.id} melt beside the bead and can leave short cracks, whatever the rod.`
          : `${worst.material.id} is fully austenitic: low-melting films beside the bead can open under restraint.`,
      remedy: 'Low heat, small beads, least restraint, a rod that yields.',
    };
  },
  source: figures.source,
};
