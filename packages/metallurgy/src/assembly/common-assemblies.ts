import data from '../../data/common-assemblies.json';
import { fromJson } from '../from-json';
import type { JointType } from '../joint';
import type { Form, Shape } from '../piece';
import type { Assembly, AssemblyPiece } from './assembly-input';

/** A part that comes in often: what it is made of, without any size. */
export interface CommonAssembly {
  readonly id: string;
  readonly title: string;
  readonly pieces: readonly {
    readonly name: string;
    readonly form: Form;
    readonly shape?: Shape;
    readonly kind?: AssemblyPiece['kind'];
    readonly count?: number;
  }[];
  readonly joints: readonly {
    readonly type: JointType;
    /** Pieces by their place. */
    readonly sides: readonly number[];
    /** Piece the others stand along, by its place, where the forms alone would say otherwise. */
    readonly along?: number;
    /** How many alike. */
    readonly times?: number;
  }[];
  /** Sizes its small picture is drawn with; they are nobody's. */
  readonly sketch: readonly Partial<Pick<AssemblyPiece, 'outsideMm' | 'thicknessMm' | 'lengthMm' | 'widthMm'>>[];
}

/** Parts that come in often. */
export const COMMON_ASSEMBLIES = fromJson<readonly CommonAssembly[]>(data);

/** A common part with the sizes of its sketch, to be drawn in small. */
export function sketchOf({ pieces, joints, sketch }: CommonAssembly): Assembly {
  return {
    pieces: pieces.map(({ form, shape = null, kind = 'base', count = 1 }, index): AssemblyPiece => ({
      id: String(index),
      kind,
      form,
      shape,
      count,
      thicknessMm: 2,
      outsideMm: null,
      lengthMm: null,
      widthMm: null,
      endOutsideMm: null,
      bendDeg: null,
      ...sketch[index],
    })),
    joints: joints.flatMap(({ type, sides, along, times = 1 }, joint) =>
      Array.from({ length: times }, (_, nth) => ({
        id: `${joint} ${nth}`,
        type,
        lengthMm: null,
        course: null,
        gapMm: null,
        sides: sides
          .filter((side) => pieces[side]?.kind !== 'old-weld')
          .map((side) => ({ piece: String(side), end: null, alongMm: null, clock: side === along ? 12 : null })),
      })),
    ),
  };
}
