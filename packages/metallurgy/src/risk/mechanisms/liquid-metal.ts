import figures from '../../../data/risks/liquid-metal.json';
import { isAustenitic } from '../../catalogue';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

/** How likely a coating anywhere in the joint harms it; austenitic metal anywhere in it suffers most. */
function ofJoint({ pieces }: Pick<RiskSample, 'pieces'>): number {
  let austenitic = false;
  for (const { material } of pieces) if (isAustenitic(material.family)) austenitic = true;
  let worst = 0;
  for (const { coating } of pieces) {
    const share =
      coating === 'galvanised'
        ? austenitic
          ? figures.zinc.austenitic
          : figures.zinc.other
        : coating === 'copper-plated'
          ? austenitic
            ? figures.copper.austenitic
            : figures.copper.other
          : coating === 'plated'
            ? figures.plated
            : 0;
    worst = Math.max(worst, share);
  }
  return worst;
}

/** Zinc, copper or an unknown plating that melts into the grains of the steel beside the bead. */
export const liquidMetal: RiskMechanism = {
  id: 'liquid-metal',
  title: 'Coating melts into the grains',
  scope: 'joint',
  probability: ofJoint,
  explain(sample) {
    const coated = sample.pieces.find(({ coating }) => coating !== 'bare');
    const id = coated?.material.id ?? '';
    return {
      drivers: [],
      reason:
        coated === undefined
          ? 'No piece is coated.'
          : coated.coating === 'galvanised'
            ? `Zinc on ${id} melts and runs along the grains of austenitic metal, which opens at once; it boils into pores and fume fever, too.`
            : coated.coating === 'copper-plated'
              ? `Copper on ${id} melts and runs along the grains beside the bead.`
              : `Plating on ${id} may be zinc, cadmium, copper or hard chromium: poison fume and cracks.`,
      remedy:
        coated === undefined
          ? 'None needed.'
          : 'Strip it well back from the joint, inside too, before any heat; extraction and the right mask.',
    };
  },
  ...told(figures),
};
