import type { JointInput } from '@variatum/metallurgy';

/**
 * A joint as it is welded with a rod: without one its edges are melted together, and nothing but them is in the bead
 * unless somebody says otherwise.
 * @param rod null: none is fed; undefined: not known
 */
export const weldedWith = <Joint extends Partial<JointInput>>(
  described: Joint,
  rod: string | null | undefined,
): Joint => (rod === null ? { ...described, technique: 'fused', dilution: described.dilution ?? 1 } : described);
