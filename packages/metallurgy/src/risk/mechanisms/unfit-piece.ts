import { rampOver } from '../../arithmetic';
import figures from '../../../data/risks/unfit-piece.json';
import { isCarbonSteel, isCastIron, isStainless } from '../../catalogue';
import { ENVIRONMENTS } from '../../service';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import { pittingResistance } from '../pitting-resistance';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';
import { worstPiece } from '../worst-piece';

const PLAIN_STEEL_IN = new Set<string>(figures.plainSteelIn);

/** How far a piece falls short of what it must live in, 0 to 1. */
function unfit({ material, composition }: PieceSample, { service }: Pick<RiskSample, 'service'>): number {
  if (!service.wet || service.environment === 'unknown') return 0;
  if (isStainless(material.family))
    return rampOver(service.needPren - pittingResistance(composition), figures.missingPren);
  return (isCarbonSteel(material.family) || isCastIron(material.family)) && PLAIN_STEEL_IN.has(service.environment)
    ? 1
    : 0;
}

/** A piece that its surroundings eat beside any weld. */
export const unfitPiece: RiskMechanism = {
  id: 'unfit-piece',
  title: 'The piece itself does not suit its life',
  scope: 'joint',
  isSaidFirst: true,
  probability(sample) {
    let worst = 0;
    for (const piece of sample.pieces) worst = Math.max(worst, unfit(piece, sample));
    return worst;
  },
  explain(sample) {
    const { environment, needPren } = sample.service;
    const where = ENVIRONMENTS[environment].title.toLowerCase();
    const worst = worstPiece(sample.pieces, (piece) => unfit(piece, sample));
    if (unfit(worst, sample) === 0) return { drivers: [], reason: 'The pieces suit it.', remedy: 'None needed.' };
    const { id, family } = worst.material;
    if (!isStainless(family))
      return {
        drivers: [],
        reason: `${id} rusts in this service (${where}), whatever the rod.`,
        remedy: 'Make the piece of stainless steel that stands it; weld this one for the time being only.',
      };
    const has = pittingResistance(worst.composition);
    return {
      drivers: [{ name: 'PREN of the piece', value: has, unit: '', limit: needPren }],
      reason:
        `${id} pits in this service (${where}) beside any weld: its PREN is ${has.toFixed(0)}, about ` +
        `${needPren.toFixed(0)} is asked.`,
      remedy: 'Make the piece of a grade that stands it; weld this one for the time being only.',
    };
  },
  ...told(figures),
};
