import figures from '../../../data/risks/liquid-metal.json';
import { isStainless } from '../../catalogue';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

/** Whether austenitic metal is about: with a stainless piece the bead is, where the piece is not. */
function anyStainless({ pieces }: Pick<RiskSample, 'pieces'>): boolean {
  return pieces.some(({ material }) => isStainless(material.family));
}

/** How likely a coating anywhere in the joint harms it; austenitic metal suffers most. */
function ofJoint(sample: Pick<RiskSample, 'pieces'>): number {
  const { pieces } = sample;
  const stainless = anyStainless(sample);
  let worst = 0;
  for (const { coating } of pieces) {
    const share =
      coating === 'galvanised'
        ? stainless
          ? figures.zinc.stainless
          : figures.zinc.other
        : coating === 'copper-plated'
          ? stainless
            ? figures.copper.stainless
            : figures.copper.other
          : coating === 'plated'
            ? figures.plated
            : 0;
    worst = Math.max(worst, share);
  }
  return worst;
}

function zincReason(id: string, stainless: boolean): string {
  return stainless
    ? `Zinc on ${id} melts and runs along the grains of austenitic metal, piece or bead, which opens at once; it ` +
        'boils into pores and fume fever, too.'
    : `Zinc on ${id} boils into pores and fume fever, and can run along the grains.`;
}

/** Zinc, copper or an unknown plating that melts into the grains of the steel beside the bead. */
export const liquidMetal: RiskMechanism = {
  id: 'liquid-metal',
  title: 'Coating melts into the grains',
  scope: 'joint',
  probability: ofJoint,
  explain(sample) {
    const coated = sample.pieces.find(({ coating }) => coating !== 'bare');
    if (coated === undefined) return { drivers: [], reason: 'No piece is coated.', remedy: 'None needed.' };
    const { coating, material } = coated;
    return {
      drivers: [],
      reason:
        coating === 'galvanised'
          ? zincReason(material.id, anyStainless(sample))
          : coating === 'copper-plated'
            ? `Copper on ${material.id} melts and runs along the grains beside the bead.`
            : `Plating on ${material.id} may be zinc, cadmium, copper or hard chromium: poison fume and cracks.`,
      remedy: 'Strip it well back from the joint, inside too, before any heat; extraction and the right mask.',
    };
  },
  ...told(figures),
};
