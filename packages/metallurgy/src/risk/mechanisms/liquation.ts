import { either, rampOver } from '../../arithmetic';
import figures from '../../../data/risks/liquation.json';
import { isAustenitic, isCastIron } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import type { PieceSample } from '../material';
import { told } from '../told';
import { worstPiece, worstProbability } from '../worst-piece';

function ofPiece({ composition, material }: PieceSample): number {
  if (isCastIron(material.family)) return 0;
  const sulphides =
    figures.sulphurProbability *
    rampOver(
      (composition[ELEMENT_INDEX.S] as number) + 0.5 * (composition[ELEMENT_INDEX.Se] as number),
      figures.sulphur,
    );
  const phosphides =
    figures.phosphorusProbability * rampOver(composition[ELEMENT_INDEX.P] as number, figures.phosphorus);
  const nickel = rampOver(composition[ELEMENT_INDEX.Ni] as number, figures.austeniticNickel);
  const films = isAustenitic(material.family)
    ? figures.austeniticProbability * nickel
    : material.family === 'nickel'
      ? figures.nickelProbability
      : 0;
  const niobium =
    1 + (figures.niobiumFactor - 1) * rampOver(composition[ELEMENT_INDEX.Nb] as number, figures.niobiumRamp);
  return either(either(sulphides, phosphides), films * niobium);
}

/** Cracks beside the bead where low-melting films run along the grains of the base metal. */
export const liquation: RiskMechanism = {
  id: 'liquation',
  title: 'Liquation cracking beside the bead',
  scope: 'joint',
  probability(sample) {
    return Math.min(1, worstProbability(sample.pieces, ofPiece) * sample.joint.restraintFactor);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, ofPiece);
    const sulphur = worst.composition[ELEMENT_INDEX.S] as number;
    const phosphorus = worst.composition[ELEMENT_INDEX.P] as number;
    return {
      drivers: [
        { name: `sulphur in ${worst.material.id}`, value: sulphur, unit: '%', limit: 0.1 },
        { name: `phosphorus in ${worst.material.id}`, value: phosphorus, unit: '%', limit: 0.05 },
      ],
      reason:
        sulphur > 0.06
          ? `Sulphides in ${worst.material.id} melt beside the bead and can leave short cracks, whatever the rod.`
          : phosphorus > 0.06
            ? `Phosphides in ${worst.material.id} melt beside the bead and can leave short cracks, whatever the rod.`
            : `${worst.material.id} is fully austenitic: low-melting films beside the bead can open under restraint.`,
      remedy: 'Low heat, small beads, least restraint, a rod that yields.',
    };
  },
  ...told(figures),
};
