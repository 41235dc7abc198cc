import type { Point } from '@variatum/metallurgy';

/** A rectangle of the frame, px. */
export interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Something to be written beside what it belongs to. */
export interface LabelWish {
  readonly width: number;
  readonly height: number;
  /** What it belongs to. */
  readonly anchor: Point;
  /** Distances from the anchor at which it may stand, nearest first. */
  readonly distances: readonly number[];
  /** Direction it would rather stand in. */
  readonly towards?: Point;
  /** How dear it is to stand on metal. */
  readonly offMetal: number;
}

const DIRECTIONS: readonly Point[] = Array.from({ length: 16 }, (_, index): Point => {
  const angle = (2 * Math.PI * index) / 16;
  return [Math.sin(angle), -Math.cos(angle)];
});

const overlap = (a: Rectangle, b: Rectangle): number =>
  Math.max(0, Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)) *
  Math.max(0, Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y));

/** Whether a point lies inside a closed line. */
export function inside(rim: readonly Point[], [x, y]: Point): boolean {
  let within = false;
  for (let index = 0, last = rim.length - 1; index < rim.length; last = index++) {
    const [ax, ay] = rim[index] as Point;
    const [bx, by] = rim[last] as Point;
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) within = !within;
  }
  return within;
}

/** Shapes with their boxes: most are left out by those. */
export interface Metal {
  readonly rims: readonly (readonly Point[])[];
  readonly box: Rectangle;
}

/** Edges of a shape's rims, four numbers each, with its box: what is asked of thousands of points is laid flat once. */
interface Outline {
  readonly edges: Float64Array;
  readonly box: Rectangle;
}

const outlineOf = ({ rims, box }: Metal): Outline => ({
  edges: Float64Array.from(
    rims.flatMap((rim) => rim.flatMap((point, index) => [...point, ...(rim.at(index - 1) as Point)])),
  ),
  box,
});

/** Whether a point lies on one of the shapes: in their boxes first, then by how many rims lie to its right. */
function onMetal(metals: readonly Outline[], x: number, y: number): boolean {
  for (const { edges, box } of metals) {
    if (x < box.x || x > box.x + box.width || y < box.y || y > box.y + box.height) continue;
    let within = false;
    for (let at = 0; at < edges.length; at += 4) {
      const ay = edges[at + 1] as number;
      const by = edges[at + 3] as number;
      if (ay > y === by > y) continue;
      const ax = edges[at] as number;
      const bx = edges[at + 2] as number;
      if (x < ((bx - ax) * (y - ay)) / (by - ay) + ax) within = !within;
    }
    if (within) return true;
  }
  return false;
}

/**
 * Places labels one after another where each is least in the way: off the metal, off other labels, in the frame, near its anchor.
 * @param taken what stands already
 * @returns their middles, in the order of the wishes
 */
export function placeLabels(
  wishes: readonly LabelWish[],
  metals: readonly Metal[],
  frame: { readonly width: number; readonly height: number },
  taken: readonly Rectangle[] = [],
): readonly Point[] {
  const occupied = [...taken];
  const outlines = metals.map(outlineOf);
  return wishes.map(({ width, height, anchor, distances, towards, offMetal }) => {
    let best: { readonly cost: number; readonly at: Point } = { cost: Infinity, at: anchor };
    const options = distances.flatMap((distance, nth) =>
      (distance === 0 ? ([[0, 0]] as readonly Point[]) : DIRECTIONS).map((direction) => ({ direction, distance, nth })),
    );
    for (const { direction, distance, nth } of options) {
      // A wide label stands farther off to its sides.
      const reach =
        distance === 0 ? 0 : distance + Math.abs(direction[0]) * (width / 2) + Math.abs(direction[1]) * (height / 2);
      const at: Point = [anchor[0] + direction[0] * reach, anchor[1] + direction[1] * reach];
      const box: Rectangle = { x: at[0] - width / 2, y: at[1] - height / 2, width, height };
      const beyond =
        Math.max(0, 2 - box.x) + Math.max(0, 2 - box.y) +
        Math.max(0, box.x + width - frame.width + 2) + Math.max(0, box.y + height - frame.height + 2); // prettier-ignore
      let cost = nth * 6 + beyond * 40;
      if (towards && distance > 0) cost += (1 - direction[0] * towards[0] - direction[1] * towards[1]) * 8;
      if (cost >= best.cost) continue;
      for (const other of occupied)
        cost += (overlap(box, other) / Math.min(width * height, other.width * other.height)) * 120;
      if (cost >= best.cost) continue;
      // Looked at every few pixels: a long label may cross a thin piece between its corners.
      const steps = Math.max(2, Math.ceil(width / 5));
      const near = outlines.filter(({ box: shape }) => overlap(box, shape) > 0);
      const costOn = (on: number): number => (on > 0 ? offMetal + (offMetal * 3 * on) / (steps + 1) : 0);
      let on = 0;
      // One that is already worse than the best is not looked at to its end.
      for (let step = 0; step <= steps && near.length > 0 && cost + costOn(on) < best.cost; step++) {
        const x = box.x + (width * step) / steps;
        if (onMetal(near, x, box.y + 2) || onMetal(near, x, box.y + height - 2)) on++;
      }
      cost += costOn(on);
      if (cost < best.cost) best = { cost, at };
    }
    occupied.push({ x: best.at[0] - width / 2, y: best.at[1] - height / 2, width, height });
    return best.at;
  });
}
