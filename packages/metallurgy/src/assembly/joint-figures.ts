import data from '../../data/assembly.json';
import type { Assembly, AssemblyPiece } from './assembly-input';
import { reachAt } from './body';
import { toSpace } from './frame';
import type { LaidJoint, Layout } from './layout';
import { combine, figureOf, type Figure, type Missing } from './missing';
import { keyOf, type PlacedBody } from './place-bodies';
import { centreLine } from './port';
import { seamLength } from './seam';
import { lengthOf, minus, plus, times, unit, type Vector } from './vector';

/** A piece that stands in the way of the torch at some hours round a joint. */
export interface Shade {
  readonly piece: string;
  readonly copy: number;
  /** Hours round the joint where it stands in the way, 1 to 12. */
  readonly hours: readonly number[];
}

/** What later stages reckon with of a joint. */
export interface JointFigures {
  readonly id: string;
  /** Length that is welded, mm. */
  readonly seamMm: Figure;
  /** How far the outsides and the insides of two tubes lie apart at the joint, mm; null for other joints. */
  readonly mismatchMm: { readonly outside: Figure; readonly inside: Figure } | null;
  /** Thicker over thinner side. */
  readonly thicknessRatio: Figure | null;
  readonly shades: readonly Shade[];
}

const HOURS = Array.from({ length: 12 }, (_, index) => index + 1);
const SAMPLES = 12;

/** Which bodies come nearer to the joint than a torch has room, and at which hours round it. */
function shadesOf(joint: LaidJoint, bodies: readonly PlacedBody[]): readonly Shade[] {
  const { seam, settled } = joint;
  if (!seam) return [];
  const own = new Set(settled.sides.map(({ piece, copy }) => keyOf(piece, copy)));
  const mean = times(
    seam.points.reduce<Vector>((sum, point) => plus(sum, point), [0, 0, 0]),
    1 / seam.points.length,
  );
  const reach = data.torch.reachMm / 2;
  return bodies.flatMap((other): Shade[] => {
    if (own.has(keyOf(other.piece, other.copy))) return [];
    const centres = Array.from({ length: SAMPLES + 1 }, (_, index) =>
      toSpace(other.frame, centreLine(other.body, index / SAMPLES).point),
    );
    const hours = HOURS.filter((hour) => {
      const point = seam.points[
        Math.floor(((hour % 12) / 12) * (seam.points.length - (seam.closed ? 0 : 1)))
      ] as Vector;
      const outward = seam.closed ? unit(minus(point, mean)) : ([0, 1, 0] as const);
      const torch = plus(point, times(outward, reach));
      return centres.some((centre) => lengthOf(minus(centre, torch)) < reach + reachAt(other.body, 0.5));
    });
    return hours.length > 0 ? [{ piece: other.piece, copy: other.copy, hours }] : [];
  });
}

const bore = (piece: AssemblyPiece): Figure =>
  figureOf(piece, ['outsideMm', 'thicknessMm'], ({ outsideMm, thicknessMm }) => outsideMm / 2 - thicknessMm);

const apart = (a: Figure, b: Figure): Figure => combine(a, b, (first, second) => Math.abs(first - second));

/** Outside radius at the end a joint is made at, mm: a swaged end counts as it is. */
function endRadius(piece: AssemblyPiece, atFinish: boolean): Figure {
  if (atFinish && piece.endOutsideMm !== null) return { value: piece.endOutsideMm / 2, missing: [] };
  return figureOf(piece, ['outsideMm'], ({ outsideMm }) => outsideMm / 2);
}

/** Figures of every joint of a laid-out part, in the order of its joints. */
export function jointFigures(assembly: Assembly, layout: Layout): readonly JointFigures[] {
  const byId = new Map(assembly.pieces.map((piece) => [piece.id, piece]));
  const bodies = layout.pieces.map(({ placed }) => placed);
  return layout.joints.map((joint): JointFigures => {
    const { seam, settled } = joint;
    const sides = settled.sides.map(({ piece }) => byId.get(piece) as AssemblyPiece);
    const [a, b] = sides;
    const [first, second] = settled.sides;
    const placed = settled.sides.map(({ piece, copy }) =>
      bodies.find((body) => keyOf(body.piece, body.copy) === keyOf(piece, copy)),
    );
    const tubes =
      placed.length === 2 &&
      placed.every((body) => body?.body.kind === 'round' || body?.body.kind === 'bent' || body?.body.kind === 'cap');
    const atFinish = (side: typeof first): boolean =>
      side !== undefined && 'end' in side.place && side.place.end === 'finish';
    const wanting = sides.flatMap((piece): readonly Missing[] =>
      settled.meeting === 'alone'
        ? settled.joint.lengthMm === null
          ? [{ piece: piece.id, size: 'lengthMm' }]
          : []
        : wants(piece),
    );
    const reduced = a !== undefined && b !== undefined && (a.endOutsideMm !== null || b.endOutsideMm !== null);
    const ends = settled.meeting === 'ends' && tubes && a && b;
    return {
      id: joint.id,
      seamMm: seam?.known ? { value: seamLength(seam), missing: [] } : { value: null, missing: wanting },
      mismatchMm: ends
        ? {
            outside: apart(endRadius(a, atFinish(first)), endRadius(b, atFinish(second))),
            // What a swage does to the wall is not known.
            inside: reduced ? { value: null, missing: [] } : apart(bore(a), bore(b)),
          }
        : null,
      thicknessRatio: a && b ? ratio(a, b) : null,
      shades: shadesOf(joint, bodies),
    };
  });
}

function wants(piece: AssemblyPiece): readonly Missing[] {
  return piece.outsideMm === null && piece.widthMm === null ? [{ piece: piece.id, size: 'outsideMm' }] : [];
}

function ratio(a: AssemblyPiece, b: AssemblyPiece): Figure {
  const missing = [a, b].flatMap((piece): Missing[] =>
    piece.thicknessMm === null ? [{ piece: piece.id, size: 'thicknessMm' }] : [],
  );
  if (a.thicknessMm === null || b.thicknessMm === null) return { value: null, missing };
  return { value: Math.max(a.thicknessMm, b.thicknessMm) / Math.min(a.thicknessMm, b.thicknessMm), missing };
}
