import joints from '../../data/joints.json';
import { mix, toVector, type Composition, type CompositionVector } from '../composition';
import { fromJson } from '../from-json';

/** What a coating brings into the pool. */
export interface CoatingShare {
  /** Fraction of the melted piece that is coating, 0 to 1. */
  readonly fraction: number;
  /** Composition of the layer, mass percent. */
  readonly layer: CompositionVector;
}

/** What may lie over the base metal. */
export const COATINGS = ['bare', 'plated', 'galvanised', 'copper-plated'] as const;
/** What lies over the base metal. */
export type Coating = (typeof COATINGS)[number];

const COATED = COATINGS.filter((coating) => coating !== 'bare');

const SHARES = new Map<Coating, CoatingShare>(
  COATED.map((coating) => {
    const { layerUm, composition, meltedDepthMm } = joints.coatings[coating];
    return [coating, { fraction: layerUm / 1000 / meltedDepthMm, layer: toVector(fromJson<Composition>(composition)) }];
  }),
);

/** What must be heeded before a coating is heated; undefined for a bare piece. */
export function coatingCaution(coating: Coating): string | undefined {
  return coating === 'bare' ? undefined : joints.coatings[coating].caution;
}

/** Share of a coating in the melted piece; undefined where it brings nothing that stays. */
export function coatingShare(coating: Coating): CoatingShare | undefined {
  const share = SHARES.get(coating);
  return share && share.fraction > 0 ? share : undefined;
}

/** Piece together with what its coating brings into the pool, mass percent. */
export function withCoating(piece: Composition, coating: Coating): Composition {
  const share = coatingShare(coating);
  if (!share) return piece;
  return mix([
    { composition: piece, fraction: 1 - share.fraction },
    { composition: fromJson<Composition>(joints.coatings[coating as 'plated'].composition), fraction: share.fraction },
  ]);
}
