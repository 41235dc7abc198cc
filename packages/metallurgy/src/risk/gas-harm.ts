import figures from '../../data/risks/shielding-gas.json';
import { rampOver } from '../arithmetic';
import { ELEMENT_INDEX } from '../composition';
import type { PieceSample } from './material';

const BY_HYDROGEN = new Set<string>(figures.hydrogenHarms);
const BY_NITROGEN = new Set<string>(figures.nitrogenHarms);

/** How far hydrogen in the gas harms a piece, 0 or 1. */
export const hydrogenHarm = ({ material }: PieceSample): number => (BY_HYDROGEN.has(material.family) ? 1 : 0);

/** Whether nitrogen in the gas makes the metal of a piece hard, rather than take the titanium it is stabilised by. */
export const isHardenedByNitrogen = ({ material }: PieceSample): boolean => BY_NITROGEN.has(material.family);

/** How far nitrogen in the gas harms a piece, 0 to 1. */
export const nitrogenHarm = (piece: PieceSample): number =>
  isHardenedByNitrogen(piece) ? 1 : rampOver(piece.composition[ELEMENT_INDEX.Ti] as number, figures.titaniumPercent);
