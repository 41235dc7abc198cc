import type { PoolCloud } from '@variatum/metallurgy';
import { contourDensity } from 'd3-contour';
import { geoPathOf } from './map-geometry';
import { HEIGHT, inWindow, type Label, type Plane, type Spot, WIDTH } from './map-plane';

/** Grades rarer than this are not drawn. */
const SHOWN_PIECE_FROM = 0.04;
const MOST_DOTS = 90;

/** A line between two marks. */
interface Tie {
  readonly from: Spot;
  readonly to: Spot;
  /** Whether it leads to the rod. */
  readonly rod: boolean;
}

/** What a cloud of pools puts on a diagram. */
export interface CloudMarks {
  readonly dots: readonly Spot[];
  /** Outlines of where pools lie densely. */
  readonly bands: readonly string[];
  readonly pieces: readonly (Spot & { readonly piece: number; readonly opacity: number })[];
  readonly filler: Spot | null;
  readonly ties: readonly Tie[];
  readonly labels: readonly Label[];
  /** Names of what lies outside the part that is shown. */
  readonly offMap: readonly string[];
}

/** Grades of the pieces that are likely enough to be drawn. */
export const likelyPieces = ({ pieces }: PoolCloud): PoolCloud['pieces'] =>
  pieces.filter(({ probability }) => probability >= SHOWN_PIECE_FROM);

/** Lays a cloud of pools, its pieces and its rod on a diagram. */
export function cloudMarks(cloud: PoolCloud, plane: Plane): CloudMarks {
  const { at, diagram, window } = plane;
  const likely = likelyPieces(cloud);
  const pools = cloud.pools.map(at);
  const filler = cloud.filler ? at(cloud.filler) : null;
  const names = likely.filter(({ position }) => !inWindow(position[diagram], window)).map(({ grade }) => grade);
  if (cloud.filler && !inWindow(cloud.filler[diagram], window)) names.push(cloud.rod ?? '');
  return {
    dots: pools.slice(0, MOST_DOTS),
    bands: contourDensity<Spot>()
      .x(({ x }) => x)
      .y(({ y }) => y)
      .size([WIDTH, HEIGHT])
      .bandwidth(9)
      .thresholds(4)(pools)
      .map(geoPathOf),
    pieces: likely.map(({ piece, probability, position }) => ({
      piece,
      opacity: 0.35 + 0.65 * probability,
      ...at(position),
    })),
    filler,
    ties: tiesOf(cloud, plane, filler),
    labels: labelsOf(cloud, plane, filler),
    offMap: [...new Set(names)],
  };
}

/** From the middle of what each piece may be over the middle of the melted base to the rod. */
function tiesOf(cloud: PoolCloud, { at }: Plane, filler: Spot | null): readonly Tie[] {
  const sums = new Map<number, { x: number; y: number; weight: number }>();
  for (const { piece, probability, position } of cloud.pieces) {
    const { x, y } = at(position);
    const sum = sums.get(piece) ?? { x: 0, y: 0, weight: 0 };
    sums.set(piece, { x: sum.x + probability * x, y: sum.y + probability * y, weight: sum.weight + probability });
  }
  const centres = [...sums.values()].map(({ x, y, weight }) => ({ x: x / weight, y: y / weight }));
  // The pools without their rod lie about here.
  const melted = {
    x: centres.reduce((sum, { x }) => sum + x, 0) / centres.length,
    y: centres.reduce((sum, { y }) => sum + y, 0) / centres.length,
  };
  const between = centres.length > 1 ? centres.map((from) => ({ from, to: melted, rod: false })) : [];
  return filler ? [...between, { from: melted, to: filler, rod: true }] : between;
}

/** Names beside the likeliest grade of each piece, once each, and beside the rod. */
function labelsOf(cloud: PoolCloud, { at, diagram, window }: Plane, filler: Spot | null): readonly Label[] {
  const leaders = likelyPieces(cloud).filter(
    ({ piece }, place, all) => all.findIndex((other) => other.piece === piece) === place,
  );
  const named = leaders.filter(({ grade }, place) => leaders.findIndex((other) => other.grade === grade) === place);
  const labels = named.flatMap(({ grade, position }): Label[] => {
    if (!inWindow(position[diagram], window)) return [];
    const { x, y } = at(position);
    return [{ x: Math.min(x + 9, WIDTH - 70), y: y + 16, text: grade }];
  });
  return filler
    ? [...labels, { x: Math.min(filler.x + 11, WIDTH - 84), y: filler.y - 8, text: cloud.rod ?? '' }]
    : labels;
}
