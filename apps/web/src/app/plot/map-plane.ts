import type { DiagramPosition } from '@variatum/metallurgy';
import { scaleLinear } from 'd3-scale';
import { type DiagramName, WINDOWS, type Window } from './map-geometry';

/** A place in drawing units. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** Words at a place. */
export interface Label extends Spot {
  readonly text: string;
}

export const WIDTH = 640;
export const HEIGHT = 400;
const MARGIN = { left: 46, right: 14, top: 12, bottom: 40 };
/** The part of the drawing that shows the diagram. */
export const PLOT = {
  left: MARGIN.left,
  top: MARGIN.top,
  width: WIDTH - MARGIN.left - MARGIN.right,
  height: HEIGHT - MARGIN.top - MARGIN.bottom,
  bottom: HEIGHT - MARGIN.bottom,
} as const;

/** Whether a point of a diagram lies in the part of it that is shown. */
export const inWindow = ([cr, ni]: readonly [number, number], { x, y }: Window): boolean =>
  cr >= x[0] && cr <= x[1] && ni >= y[0] && ni <= y[1];

/** A diagram laid on the drawing. */
export interface Plane {
  readonly diagram: DiagramName;
  readonly window: Window;
  /** From a chromium equivalent across, and from a nickel equivalent down, in drawing units. */
  readonly x: (chromiumEquivalent: number) => number;
  readonly y: (nickelEquivalent: number) => number;
  readonly xTicks: readonly number[];
  readonly yTicks: readonly number[];
  at(position: DiagramPosition): Spot;
}

/** Lays a diagram on the drawing. */
export function planeOf(diagram: DiagramName): Plane {
  const window = WINDOWS[diagram];
  const x = scaleLinear([...window.x], [PLOT.left, PLOT.left + PLOT.width]);
  const y = scaleLinear([...window.y], [PLOT.bottom, PLOT.top]);
  return {
    diagram,
    window,
    x,
    y,
    xTicks: x.ticks(8),
    yTicks: y.ticks(6),
    at(position) {
      const [cr, ni] = position[diagram];
      return { x: x(cr), y: y(ni) };
    },
  };
}
