import { either, rampOver } from '../../arithmetic';
import figures from '../../../data/risks/shielding-gas.json';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

const AUSTENITIC = new Set(['austenitic', 'cast-austenitic', 'nickel']);

function worstPiece(sample: RiskSample): string | undefined {
  for (const { material } of sample.pieces) if (!AUSTENITIC.has(material.family)) return material.id;
  return undefined;
}

/** Hydrogen-bearing gas on metal that hydrogen cracks. */
export const shieldingGas: RiskMechanism = {
  id: 'shielding-gas',
  title: 'Hydrogen in the shielding gas',
  scope: 'bead',
  probability(sample) {
    if (!sample.joint.hydrogenGas) return 0;
    if (worstPiece(sample) !== undefined) return 1;
    const ferrite = (1 - sample.nickelBase) * rampOver(sample.ferriteNumber, figures.ferriteNumber);
    return either(ferrite, rampOver(sample.martensite, figures.martensite));
  },
  explain(sample) {
    const piece = worstPiece(sample);
    return {
      drivers: [],
      reason: piece
        ? `Hydrogen in the gas cracks ${piece}.`
        : sample.joint.hydrogenGas
          ? 'The gas holds hydrogen; this pool is austenitic and takes it.'
          : 'No hydrogen in the gas.',
      remedy: 'Plain argon.',
    };
  },
  ...told(figures),
};
