import { ramp } from '../arithmetic';
import figures from '../../data/risks/root-oxidation.json';
import { fromJson } from '../from-json';
import type { JointType } from './joint-input';

const MELTED_THROUGH = fromJson<Readonly<Partial<Record<JointType, number>>>>(figures.meltedThrough);

/**
 * How likely a weld melts through to a side the torch gas does not reach, 0 to 1.
 * @param thinnestMm thinnest of its walls, mm
 */
export function meltsThrough(type: JointType, thinnestMm: number): number {
  const [from, to] = figures.thinWallMm as [number, number];
  return Math.max(MELTED_THROUGH[type] ?? 0, 1 - ramp(thinnestMm, from, to));
}

/**
 * Whether it more likely melts through than not, for what is planned behind it.
 * @param thinnestMm as in `meltsThrough`
 */
export const likelyMeltsThrough = (type: JointType, thinnestMm: number): boolean =>
  meltsThrough(type, thinnestMm) > figures.likelyFrom;
