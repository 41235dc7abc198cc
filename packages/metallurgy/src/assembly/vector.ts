/** A point or direction in space, mm: right, up, towards the viewer. */
export type Vector = readonly [x: number, y: number, z: number];
/** A point of a picture, mm: right and down, as pictures count. */
export type Point = readonly [x: number, y: number];

export const plus = (a: Vector, b: Vector): Vector => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const times = (a: Vector, factor: number): Vector => [a[0] * factor, a[1] * factor, a[2] * factor];
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
export const lengthOf = (a: Vector): number => Math.sqrt(dot(a, a));
export const unit = (a: Vector): Vector => {
  const size = lengthOf(a);
  return size > 0 ? times(a, 1 / size) : [1, 0, 0];
};

/** A direction across another one, as near to a wanted one as can be. */
export function across(direction: Vector, wanted: Vector): Vector {
  const rest = minus(wanted, times(direction, dot(wanted, direction)));
  if (lengthOf(rest) > 1e-6) return unit(rest);
  return across(direction, Math.abs(direction[1]) < 0.9 ? [0, 1, 0] : [1, 0, 0]);
}

/** How a picture shows a point: seen from in front. */
export const seen = ([x, y]: Vector): Point => [x, -y];
