import { sectionShape } from '@variatum/metallurgy';
import { roundBelow } from '@variatum/presentation';

/** A piece as its section needs it. */
export interface SectionPiece {
  readonly form: string | null;
  readonly outsideMm: number | null;
  readonly thicknessMm: number | null;
}

/** A section ready to be drawn, in drawing units of 240 by 150. */
export interface Section {
  /** Filled metal; holes are cut by the even-odd rule. */
  readonly metal: string;
  /** Drawing units for one millimetre. */
  readonly scale: number;
  /** Where a size is measured: a line and its words. */
  readonly sizes: readonly {
    readonly from: readonly [number, number];
    readonly to: readonly [number, number];
    readonly mm: number;
    readonly what: 'outside' | 'wall' | 'thickness';
  }[];
  /** Length of the scale bar, mm. */
  readonly barMm: number;
}

export const SECTION_WIDTH = 240;
export const SECTION_HEIGHT = 150;
const CENTRE: readonly [number, number] = [92, 62];

const circle = ([x, y]: readonly [number, number], r: number): string =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

/**
 * The section of a piece to scale.
 * @returns null while nothing is known that could be drawn
 */
export function sectionOf({ form, outsideMm, thicknessMm }: SectionPiece): Section | null {
  const shape = sectionShape(form);
  if (outsideMm !== null && (shape === undefined || shape === 'hollow' || shape === 'round')) {
    const scale = 112 / outsideMm;
    const r = (outsideMm / 2) * scale;
    const [x, y] = CENTRE;
    const hollow = thicknessMm !== null && thicknessMm * 2 < outsideMm;
    const wall = hollow ? thicknessMm * scale : 0;
    return {
      metal: circle(CENTRE, r) + (hollow ? circle(CENTRE, r - wall) : ''),
      scale,
      sizes: [
        { from: [x - r, y + r + 8], to: [x + r, y + r + 8], mm: outsideMm, what: 'outside' },
        ...(hollow
          ? [{ from: [x + r - wall, y] as const, to: [x + r, y] as const, mm: thicknessMm, what: 'wall' as const }]
          : []),
      ],
      barMm: roundBelow(50 / scale),
    };
  }
  if (thicknessMm === null) return null;
  // A flat piece shows some six times its thickness; both ends are broken off.
  const scale = Math.min(44 / thicknessMm, 16);
  const height = thicknessMm * scale;
  const [left, right, middle] = [26, 176, 70];
  const [top, bottom] = [middle - height / 2, middle + height / 2];
  const edge = (x: number, from: number, to: number): string =>
    `L${x + 5} ${from + (to - from) * 0.33}L${x - 5} ${from + (to - from) * 0.66}L${x} ${to}`;
  const upper = shape === 'rough' ? `M${left} ${top}q19 -4 38 1t37 -2t38 2t37 -1` : `M${left} ${top}L${right} ${top}`;
  return {
    metal: `${upper}${edge(right, top, bottom)}L${left} ${bottom}${edge(left, bottom, top)}Z`,
    scale,
    sizes: [{ from: [right + 14, top], to: [right + 14, bottom], mm: thicknessMm, what: 'thickness' }],
    barMm: roundBelow(50 / scale),
  };
}
