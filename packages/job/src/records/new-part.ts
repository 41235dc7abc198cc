import { NOT_GIVEN, type CommonAssembly, type DescribedPart } from '@variatum/metallurgy';
import type { JointSideRecord, NewJoint, NewPiece } from '@variatum/contracts';

/** Pieces and joints a new job begins with; each has an id, and joints name the pieces by theirs. */
export interface NewPart {
  readonly pieces: NewPiece[];
  readonly joints: NewJoint[];
}

/** A side of a joint of which nothing but the piece is said, or the hour it stands at. */
export const sideOf = (piece: string, clock: number | null = null): JointSideRecord => ({
  piece,
  end: null,
  alongMm: NOT_GIVEN,
  clock,
});

/** A part that comes in often, as a new job begins with it. @param newId gives identifiers */
export function partOfCommon({ pieces, joints }: CommonAssembly, newId: () => string): NewPart {
  const ids = pieces.map(() => newId());
  return {
    pieces: pieces.map(({ name, form, shape = null, kind = 'base', count = 1 }, index): NewPiece => ({
      id: ids[index],
      name,
      kind,
      shape,
      count,
      form: kind === 'old-weld' ? null : form,
    })),
    joints: joints.flatMap(({ type, sides, along, times = 1 }): NewJoint[] => {
      const leader = newId();
      const at = (): JointSideRecord[] =>
        sides.map((place) => sideOf(ids[place] as string, place === along ? 12 : null));
      return Array.from({ length: times }, (_, nth) => ({
        id: nth === 0 ? leader : newId(),
        joint: { type },
        sides: at(),
        alikeTo: nth === 0 ? null : leader,
      }));
    }),
  };
}

/**
 * A part described in one line, as a new job begins with it: of several alike, a joint for each.
 * @param newId gives identifiers
 */
export function partOfLine(
  { pieces, joint: { type, technique, process } }: DescribedPart,
  newId: () => string,
): NewPart {
  const ids = pieces.map(() => newId());
  const times = Math.max(1, ...pieces.map(({ count }) => count));
  const leader = newId();
  const described = { type, ...(technique ? { technique } : {}), ...(process ? { process } : {}) };
  return {
    pieces: pieces.map(
      ({ said, name, kind, form, shape, outsideMm, thicknessMm, lengthMm, widthMm, count, grade, coating }, index) => ({
        id: ids[index],
        name,
        kind,
        form,
        shape,
        outsideMm,
        thicknessMm,
        lengthMm,
        widthMm,
        count,
        grade,
        coating,
        size: said.slice(0, 80),
      }),
    ),
    joints: Array.from({ length: times }, (_, nth) => ({
      id: nth === 0 ? leader : newId(),
      joint: described,
      sides: ids.map((id) => sideOf(id)),
      alikeTo: nth === 0 ? null : leader,
    })),
  };
}
