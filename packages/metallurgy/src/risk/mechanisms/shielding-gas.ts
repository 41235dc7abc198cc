import data from '../../../data/risks.json';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';

const figures = data.mechanisms['shielding-gas'];
const AUSTENITIC = new Set(['austenitic', 'cast-austenitic', 'nickel']);

function worstPiece(sample: RiskSample): string | undefined {
  for (const { material } of sample.pieces) if (!AUSTENITIC.has(material.family)) return material.id;
  return undefined;
}

/** Hydrogen-bearing gas on metal that hydrogen cracks. */
export const shieldingGas: RiskMechanism = {
  id: 'shielding-gas',
  title: 'Hydrogen in the shielding gas',
  doNotFrom: figures.doNot,
  probability(sample) {
    if (!sample.joint.hydrogenGas) return 0;
    return worstPiece(sample) !== undefined ||
      (sample.kind !== 'nickel' && sample.ferriteNumber > 25) ||
      sample.martensite > 0.05
      ? 1
      : 0;
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
  source: figures.source,
};
