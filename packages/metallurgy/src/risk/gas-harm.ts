import figures from '../../data/risks/shielding-gas.json';
import { rampOver } from '../arithmetic';
import type { MaterialFamily } from '../catalogue';
import { ELEMENT_INDEX } from '../composition';
import type { PieceSample } from './material';

const TAKES_HYDROGEN = new Set<string>(figures.takesHydrogen);
const BY_NITROGEN = new Set<string>(figures.nitrogenHarms);

/** Whether metal of a family bears hydrogen in the gas; all other is cracked by it. */
export const takesHydrogen = (family: MaterialFamily): boolean => TAKES_HYDROGEN.has(family);

/** How far hydrogen in the gas harms a piece, 0 or 1. */
export const hydrogenHarm = ({ material }: PieceSample): number => (takesHydrogen(material.family) ? 0 : 1);

/** Whether nitrogen in the gas makes the metal of a piece hard, rather than take the titanium it is stabilised by. */
export const isHardenedByNitrogen = ({ material }: PieceSample): boolean => BY_NITROGEN.has(material.family);

/** How far nitrogen in the gas harms a piece, 0 to 1. */
export const nitrogenHarm = (piece: PieceSample): number =>
  isHardenedByNitrogen(piece) ? 1 : rampOver(piece.composition[ELEMENT_INDEX.Ti] as number, figures.titaniumPercent);
