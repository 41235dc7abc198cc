import { rampOver } from '../../arithmetic';
import { isCarbonSteel, isCastIron, isDuplex } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import figures from '../../../data/risks/fusing-alone.json';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';
import { worstPiece, worstProbability } from '../worst-piece';

const { likelihood, carbonPercent } = figures;
const FAMILIES = new Set<string>(figures.families);
const GROOVES = new Set<string>(figures.grooves);
const CRACKS = new Set<string>(figures.cracks);

/** How far metal of one piece must not be melted without a rod. */
const byMetal = ({ material, composition }: PieceSample): number =>
  FAMILIES.has(material.family)
    ? likelihood.metal
    : isCarbonSteel(material.family)
      ? likelihood.metal * rampOver(composition[ELEMENT_INDEX.C] as number, carbonPercent)
      : 0;

/** Plain steel with metal that is not: without a rod they freeze to martensite. */
const isMixed = ({ facts }: Pick<RiskSample, 'facts'>): boolean => facts.plainSteel !== undefined;

function metalReason(piece: PieceSample): { readonly reason: string; readonly remedy: string } {
  const { id, family } = piece.material;
  if (isDuplex(family))
    return {
      reason: `${id} melted without a rod freezes almost all ferrite: brittle, and it rusts.`,
      remedy:
        'Do not fuse: open a gap of 2 to 3 mm, feed a duplex rod with more nickel, and take argon with 2 % nitrogen.',
    };
  return {
    reason: isCastIron(family)
      ? `${id} melted without a rod freezes white and cracks.`
      : `${id} melted without a rod freezes hard and cracks.`,
    remedy: 'Do not fuse: open a gap or grind a groove, and feed the rod that leads the list.',
  };
}

/** Melting edges together with no rod where that alone is wrong, whatever the rod that is left out. */
export const fusingAlone: RiskMechanism = {
  id: 'fusing-alone',
  title: 'Fused without a rod',
  scope: 'bead',
  probability(sample) {
    if (sample.rod !== null) return 0;
    const groove = GROOVES.has(sample.joint.type) ? likelihood.groove : 0;
    const mixed = isMixed(sample) ? likelihood.mixed : 0;
    return Math.max(groove, mixed, worstProbability(sample.pieces, byMetal));
  },
  explain(sample) {
    if (sample.rod !== null) return { drivers: [], reason: 'A rod is fed.', remedy: 'None needed.' };
    const worst = worstPiece(sample.pieces, byMetal);
    if (byMetal(worst) > 0) return { drivers: [], ...metalReason(worst) };
    if (isMixed(sample))
      return {
        drivers: [],
        reason: 'Plain steel and richer metal melted together with no rod freeze hard and brittle.',
        remedy: 'Do not fuse: open a gap and feed the rod that leads the list.',
      };
    if (CRACKS.has(sample.joint.type))
      return {
        drivers: [],
        reason: 'A crack that is only melted over stays open below and runs on.',
        remedy: 'Do not fuse: grind it out to sound metal and fill the groove with the rod that leads the list.',
      };
    if (GROOVES.has(sample.joint.type))
      return {
        drivers: [],
        reason: 'A groove whose edges are only melted stays open: nothing fills it.',
        remedy: 'Do not fuse it alone: feed the rod that leads the list, or set square edges tight.',
      };
    return { drivers: [], reason: 'These edges may be fused.', remedy: 'None needed.' };
  },
  ...told(figures),
};
