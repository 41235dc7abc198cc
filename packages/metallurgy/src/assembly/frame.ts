import { cross, dot, minus, plus, times, unit, type Vector } from './vector';

/** Where a body lies in space: its own axes along its length, to its twelve o'clock, and to its three o'clock. */
export interface Frame {
  readonly origin: Vector;
  readonly x: Vector;
  readonly y: Vector;
  readonly z: Vector;
}

/** A place on a body where another one may meet it. */
export interface Port {
  readonly point: Vector;
  /** Outward. */
  readonly out: Vector;
  /** Across it: twelve o'clock of what stands there. */
  readonly up: Vector;
}

/** Length to the right, twelve o'clock up. */
export const UPRIGHT: Frame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };

/** A body's own point in space. */
export const toSpace = (frame: Frame, [x, y, z]: Vector): Vector => plus(frame.origin, turned(frame, [x, y, z]));

/** A body's own direction in space. */
export const turned = (frame: Frame, [x, y, z]: Vector): Vector =>
  plus(plus(times(frame.x, x), times(frame.y, y)), times(frame.z, z));

/** A point in space as the body sees it. */
export function toBody(frame: Frame, point: Vector): Vector {
  const rest = minus(point, frame.origin);
  return [dot(rest, frame.x), dot(rest, frame.y), dot(rest, frame.z)];
}

export const portInSpace = (frame: Frame, { point, out, up }: Port): Port => ({
  point: toSpace(frame, point),
  out: turned(frame, out),
  up: turned(frame, up),
});

/** Frame in which a body's port looks against a direction, lies at a point, and has its twelve o'clock as wanted. */
export function frameAgainst(port: Port, point: Vector, out: Vector, up: Vector): Frame {
  const target = { out: times(out, -1), up: unit(up) };
  const side = cross(target.out, target.up);
  const ownSide = cross(port.out, port.up);
  // The body's own axes, each by its parts along the port's three directions.
  const turn = (axis: Vector): Vector =>
    plus(
      plus(times(target.out, dot(axis, port.out)), times(target.up, dot(axis, port.up))),
      times(side, dot(axis, ownSide)),
    );
  const axes = { x: turn([1, 0, 0]), y: turn([0, 1, 0]), z: turn([0, 0, 1]) };
  const origin = minus(point, turned({ origin: [0, 0, 0], ...axes }, port.point));
  return { origin, ...axes };
}
