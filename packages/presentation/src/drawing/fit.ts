import type { Box, Point } from '@variatum/metallurgy';

/** How millimetres of a picture become pixels. */
export interface Fit {
  /** Pixels for one millimetre. */
  readonly scale: number;
  readonly left: number;
  readonly top: number;
}

/** Room kept free round a drawing, px. */
export interface Margins {
  readonly x: number;
  readonly y: number;
}

/** Fits a box into a frame, in its middle. @param most largest scale, so that a small part is not blown up */
export function fitInto(box: Box, width: number, height: number, margins: Margins, most = 12): Fit {
  const [wide, high] = [Math.max(1, box.right - box.left), Math.max(1, box.bottom - box.top)];
  const scale = Math.min(
    most,
    Math.max(0.001, (width - 2 * margins.x) / wide),
    Math.max(0.001, (height - 2 * margins.y) / high),
  );
  return {
    scale,
    left: (width - wide * scale) / 2 - box.left * scale,
    top: (height - high * scale) / 2 - box.top * scale,
  };
}

/** Where a point of the part lies in the frame. */
export const toFrame = ({ scale, left, top }: Fit, [x, y]: Point): Point => [x * scale + left, y * scale + top];

/** Which point of the part a point of the frame is. */
export const fromFrame = ({ scale, left, top }: Fit, [x, y]: Point): Point => [(x - left) / scale, (y - top) / scale];

const figure = (value: number): string => String(Math.round(value * 10) / 10);

/** A line through points of the frame, as a path. */
export function pathOf(points: readonly Point[], closed = false): string {
  if (points.length === 0) return '';
  return `M${points.map(([x, y]) => `${figure(x)} ${figure(y)}`).join('L')}${closed ? 'Z' : ''}`;
}

/** A line through points of the part, as a path. */
export const pathIn = (fit: Fit, points: readonly Point[], closed = false): string =>
  pathOf(
    points.map((point) => toFrame(fit, point)),
    closed,
  );

/** Largest of 1, 2, 5, 10, 20 … that stays below a length. */
export function roundBelow(mm: number): number {
  const decade = 10 ** Math.floor(Math.log10(mm));
  return [5, 2, 1].map((step) => step * decade).find((length) => length <= mm) ?? decade;
}
