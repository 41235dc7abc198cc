import data from '../../data/assembly.json';
import { sectionShape, usualShape } from '../piece';
import type { AssemblyPiece } from './assembly-input';

/** Which sizes of a body are known; the others are drawn as unknown and reckoned with by nobody. */
export interface KnownSizes {
  readonly across: boolean;
  readonly wall: boolean;
  readonly length: boolean;
}

interface Common {
  readonly known: KnownSizes;
  /** Length as it is drawn, mm: long runs are shortened. */
  readonly length: number;
  /** True length, mm; null when not known. */
  readonly trueLength: number | null;
}
/** Round along an axis: tube, pipe, bar, reducer. */
export interface Round extends Common {
  readonly kind: 'round';
  readonly outside: number;
  readonly endOutside: number;
  /** null: solid. */
  readonly wall: number | null;
}
/** Flat, or of straight sides: sheet, plate, flat bar, section. */
export interface Flat extends Common {
  readonly kind: 'flat';
  readonly width: number;
  readonly height: number;
}
/** A round bent through an angle about an axis to its three o'clock, between two straight ends. */
export interface Bent extends Common {
  readonly kind: 'bent';
  readonly outside: number;
  readonly wall: number | null;
  readonly radius: number;
  /** Radians. */
  readonly angle: number;
  /** Straight run at either end. */
  readonly straight: number;
}
/** A round closed to a ring about its own three o'clock. */
export interface Ring extends Common {
  readonly kind: 'ring';
  readonly outside: number;
  readonly wall: number | null;
  /** Of the centre line. */
  readonly radius: number;
}
export interface Cap extends Common {
  readonly kind: 'cap';
  readonly outside: number;
  readonly wall: number;
}
export interface Disc extends Common {
  readonly kind: 'disc';
  readonly outside: number;
}
/** Something rough: a casting, a forging. */
export interface Block extends Common {
  readonly kind: 'block';
  readonly height: number;
  readonly width: number;
}
/** A piece as a body in space, lying along its own x from 0. */
export type Body = Round | Flat | Bent | Ring | Cap | Disc | Block;

/** A run's length as drawn: true, unless it is so long that nothing else could be seen beside it. */
function drawn(trueLength: number | null, usual: number, longest: number): Pick<Common, 'length' | 'trueLength'> {
  return { trueLength, length: Math.min(trueLength ?? usual, longest) };
}

/** Makes a body of what is known of a piece. Pure; every size that is not known is taken as usual and marked. */
export function bodyOf(piece: AssemblyPiece): Body {
  const shape = piece.shape ?? usualShape(piece.form);
  const section = sectionShape(piece.form);
  const { thicknessMm, outsideMm, lengthMm, widthMm } = piece;
  const flat = outsideMm === null && (section === 'flat' || (widthMm !== null && section !== 'hollow'));
  const outside = outsideMm ?? data.unknown.outsideMm;
  const hollow = section === 'hollow' || (section === undefined && thicknessMm !== null && outsideMm !== null);
  const wall = hollow ? Math.min(thicknessMm ?? outside / 12, outside / 2.2) : null;
  const known = (length: number | null = lengthMm): KnownSizes => ({
    across: outsideMm !== null,
    wall: !hollow || thicknessMm !== null,
    length: length !== null,
  });
  const usualLength = data.unknown.lengthToOutside * outside;
  const longest = data.shortened.lengthToOutside * outside;
  switch (shape) {
    case 'bend': {
      const angle = ((piece.bendDeg ?? data.bend.degrees) * Math.PI) / 180;
      const radius = data.bend.radiusToOutside * outside;
      const lengths = drawn(lengthMm, angle * radius + outside, longest);
      const straight = Math.max(0, (lengths.length - angle * radius) / 2);
      return { kind: 'bent', outside, wall, radius, angle, straight, known: known(), ...lengths };
    }
    case 'ring': {
      const overAll = widthMm ?? (lengthMm === null ? null : lengthMm / Math.PI + outside);
      const radius = Math.max(outside, ((overAll ?? outside * 9) - outside) / 2);
      const around = overAll === null ? null : 2 * Math.PI * radius;
      return {
        kind: 'ring',
        outside,
        wall,
        radius,
        known: known(around),
        length: 2 * Math.PI * radius,
        trueLength: around,
      };
    }
    case 'cap': {
      const depth = lengthMm ?? data.capDepthToOutside * outside;
      return {
        kind: 'cap',
        outside,
        wall: wall ?? outside / 12,
        known: { ...known(), length: true },
        length: depth,
        trueLength: depth,
      };
    }
    case 'disc': {
      const thick = thicknessMm ?? outside / 10;
      return {
        kind: 'disc',
        outside,
        known: { across: outsideMm !== null, wall: true, length: thicknessMm !== null },
        length: thick,
        trueLength: thicknessMm,
      };
    }
    case 'block': {
      const length = drawn(lengthMm, data.unknown.blockMm, Infinity);
      const height = widthMm ?? outsideMm ?? length.length * 0.7;
      return {
        kind: 'block',
        height,
        width: height,
        known: { across: widthMm !== null || outsideMm !== null, wall: true, length: lengthMm !== null },
        ...length,
      };
    }
    case 'straight':
      if (flat) {
        const boxed = piece.form === 'section';
        const width = widthMm ?? (boxed ? data.unknown.outsideMm : data.unknown.widthMm);
        const lengths = drawn(lengthMm, data.unknown.lengthMm, data.shortened.lengthToWidth * Math.max(width, 60));
        const height = boxed ? width : (thicknessMm ?? 5);
        return {
          kind: 'flat',
          width,
          height,
          ...lengths,
          known: { across: boxed ? widthMm !== null : true, wall: thicknessMm !== null, length: lengthMm !== null },
        };
      }
      return {
        kind: 'round',
        outside,
        endOutside: piece.endOutsideMm ?? outside,
        wall,
        known: known(),
        ...drawn(lengthMm, usualLength, longest),
      };
  }
}

/** Whether gas may fill it. */
export const isHollow = (body: Body): boolean =>
  body.kind === 'cap' || ('wall' in body && body.wall !== null && body.wall !== undefined);

/** Half of how far a body reaches from its axis at a place along it, mm. @param share of its length, 0 to 1 */
export function reachAt(body: Body, share: number): number {
  switch (body.kind) {
    case 'round':
      return (body.outside + (body.endOutside - body.outside) * swaged(share)) / 2;
    case 'flat':
    case 'block':
      return body.height / 2;
    default:
      return body.outside / 2;
  }
}

/** A swage tapers over the last third but one of its length. */
export const swaged = (share: number): number => Math.min(1, Math.max(0, (share - 0.55) / 0.2));
