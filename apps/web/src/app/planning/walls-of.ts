import type { Piece } from '@variatum/contracts';
import { JOINTS } from '@variatum/metallurgy';

/** Walls of the base metals among pieces, mm: an unknown one as usual. */
export const wallsOf = (pieces: readonly Pick<Piece, 'kind' | 'thicknessMm'>[]): readonly number[] =>
  pieces.flatMap(({ kind, thicknessMm }) => (kind === 'base' ? [thicknessMm.value ?? JOINTS.defaultThicknessMm] : []));
