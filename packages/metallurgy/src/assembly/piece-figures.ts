import { FAMILIES } from '../catalogue';
import type { AssemblyPiece } from './assembly-input';
import { bodyOf, isHollow, type Body } from './body';
import { combine, figureOf, type Figure, type Missing } from './missing';

/** What later stages reckon with of a piece. */
export interface PieceFigures {
  /** Metal cut across, mm². */
  readonly sectionMm2: Figure;
  /** Second moment of that section about the axis it bends easiest, mm⁴. */
  readonly inertiaMm4: Figure;
  /** Metal, mm³. */
  readonly metalMm3: Figure;
  readonly massKg: Figure;
  /** Room inside, mm³; 0 for what is solid. */
  readonly innerMm3: Figure;
}

const NOTHING: Figure = { value: 0, missing: [] };
const roundArea = (across: number): number => (Math.PI * across * across) / 4;
/** Half of a spheroid: a dished end. */
const dome = (radius: number, depth: number): number => (2 / 3) * Math.PI * radius * radius * depth;
const shapeless = (piece: AssemblyPiece): Figure => ({ value: null, missing: [{ piece: piece.id, size: 'shape' }] });

/** True length along the centre line, mm. */
export function trueLength(piece: AssemblyPiece, body: Body = bodyOf(piece)): Figure {
  if (body.trueLength !== null) return { value: body.trueLength, missing: [] };
  const size = body.kind === 'disc' ? 'thicknessMm' : body.kind === 'ring' ? 'widthMm' : 'lengthMm';
  return { value: null, missing: [{ piece: piece.id, size }] };
}

const times = (first: Figure, second: Figure): Figure => combine(first, second, (a, b) => a * b);

/** Room inside a run cut across, mm². */
export function boreArea(piece: AssemblyPiece, body: Body = bodyOf(piece)): Figure {
  if (!isHollow(body)) return NOTHING;
  return figureOf(piece, ['outsideMm', 'thicknessMm'], ({ outsideMm, thicknessMm }) =>
    roundArea(Math.max(0, outsideMm - 2 * thicknessMm)),
  );
}

function sectionFigures(piece: AssemblyPiece, body: Body): Pick<PieceFigures, 'sectionMm2' | 'inertiaMm4'> {
  switch (body.kind) {
    case 'round':
    case 'bent':
    case 'ring':
    case 'cap': {
      const names = isHollow(body) ? (['outsideMm', 'thicknessMm'] as const) : (['outsideMm'] as const);
      const bore = (sizes: { outsideMm: number; thicknessMm?: number }): number =>
        sizes.thicknessMm === undefined || !isHollow(body) ? 0 : Math.max(0, sizes.outsideMm - 2 * sizes.thicknessMm);
      return {
        sectionMm2: figureOf(piece, names, (sizes) => roundArea(sizes.outsideMm) - roundArea(bore(sizes))),
        inertiaMm4: figureOf(piece, names, (sizes) => (Math.PI / 64) * (sizes.outsideMm ** 4 - bore(sizes) ** 4)),
      };
    }
    case 'flat':
      if (piece.form === 'section') return { sectionMm2: shapeless(piece), inertiaMm4: shapeless(piece) };
      return {
        sectionMm2: figureOf(piece, ['widthMm', 'thicknessMm'], ({ widthMm, thicknessMm }) => widthMm * thicknessMm),
        inertiaMm4: figureOf(
          piece,
          ['widthMm', 'thicknessMm'],
          ({ widthMm, thicknessMm }) => (Math.max(widthMm, thicknessMm) * Math.min(widthMm, thicknessMm) ** 3) / 12,
        ),
      };
    case 'disc':
      return {
        sectionMm2: figureOf(piece, ['outsideMm'], ({ outsideMm }) => roundArea(outsideMm)),
        inertiaMm4: figureOf(piece, ['outsideMm'], ({ outsideMm }) => (Math.PI / 64) * outsideMm ** 4),
      };
    case 'block':
      return { sectionMm2: shapeless(piece), inertiaMm4: shapeless(piece) };
  }
}

/**
 * Section, second moment, mass and room inside a piece. A size that is not known leaves its figures unknown, with what
 * is missing named. Of several alike, the figures are those of one. A swaged end counts as the run it was made from.
 */
export function pieceFigures(piece: AssemblyPiece): PieceFigures {
  const body = bodyOf(piece);
  const length = trueLength(piece, body);
  const { sectionMm2, inertiaMm4 } = sectionFigures(piece, body);
  const hollowCap = (inside: boolean): Figure =>
    figureOf(piece, ['outsideMm', 'thicknessMm'], ({ outsideMm, thicknessMm }) => {
      const inner = dome(outsideMm / 2 - thicknessMm, Math.max(0, body.length - thicknessMm));
      return inside ? inner : dome(outsideMm / 2, body.length) - inner;
    });
  const metalMm3 = body.kind === 'cap' ? hollowCap(false) : times(sectionMm2, length);
  const innerMm3 =
    body.kind === 'cap' ? hollowCap(true) : isHollow(body) ? times(boreArea(piece, body), length) : NOTHING;
  const density = piece.family ? FAMILIES[piece.family].densityKgPerM3 : null;
  const unknown: readonly Missing[] = density === null ? [{ piece: piece.id, size: 'family' }] : [];
  return {
    sectionMm2,
    inertiaMm4,
    metalMm3,
    massKg: times(metalMm3, { value: density === null ? null : density * 1e-9, missing: unknown }),
    innerMm3,
  };
}
