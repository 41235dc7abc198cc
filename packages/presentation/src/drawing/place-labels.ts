import { insidePolygon, type Point } from '@variatum/metallurgy';

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

/** Shapes with their boxes: most are left out by those. */
export interface Metal {
  readonly rims: readonly (readonly Point[])[];
  readonly box: Rectangle;
}

/** Whether a point lies on one of the shapes, and not in a hole of it. */
const onMetal = (metals: readonly Metal[], x: number, y: number): boolean =>
  metals.some(
    ({ rims, box }) =>
      x >= box.x &&
      x <= box.x + box.width &&
      y >= box.y &&
      y <= box.y + box.height &&
      rims.reduce((within, rim) => (insidePolygon(x, y, rim) ? !within : within), false),
  );

/**
 * Places labels one after another where each is least in the way: off the metal, off other labels, in the frame, near
 * its anchor.
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
        Math.max(0, 2 - box.x) +
        Math.max(0, 2 - box.y) +
        Math.max(0, box.x + width - frame.width + 2) +
        Math.max(0, box.y + height - frame.height + 2);
      let cost = nth * 6 + beyond * 40;
      if (towards && distance > 0) cost += (1 - direction[0] * towards[0] - direction[1] * towards[1]) * 8;
      if (cost >= best.cost) continue;
      for (const other of occupied)
        cost += (overlap(box, other) / Math.min(width * height, other.width * other.height)) * 120;
      if (cost >= best.cost) continue;
      // Looked at every few pixels: a long label may cross a thin piece between its corners.
      const steps = Math.max(2, Math.ceil(width / 5));
      const near = metals.filter(({ box: shape }) => overlap(box, shape) > 0);
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
