import type { JointFitRecord, Piece } from '@variatum/contracts';
import { JOINTS, usualFit, type JointType } from '@variatum/metallurgy';
import { fitOf } from '../records';
import { wallsOf } from './likely-metal';

/** How the edges of a joint are set: as it is said, else as usual between the walls of its pieces. */
export function usualFitOf(
  type: JointType,
  fit: JointFitRecord,
  pieces: readonly Pick<Piece, 'kind' | 'thicknessMm'>[],
): ReturnType<typeof usualFit> {
  const walls = wallsOf(pieces);
  const [first = JOINTS.defaultThicknessMm, last = first] = [walls[0], walls.at(-1)];
  return usualFit(type, [first, last], fitOf(fit));
}
