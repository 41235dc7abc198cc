/** A curve through points: linear between them, flat beyond the ends. */
export type Curve = (x: number) => number;

/**
 * Makes a curve of [x, y] points sorted by x, one or more. The points are laid flat once: the hot loop asks thousands
 * of times.
 */
export function curve(points: readonly (readonly number[])[]): Curve {
  const count = points.length;
  const xs = Float64Array.from(points, ([x]) => x as number);
  const ys = Float64Array.from(points, ([, y]) => y as number);
  const first = xs[0] as number;
  const last = xs[count - 1] as number;
  const left = ys[0] as number;
  const right = ys[count - 1] as number;
  return (x) => {
    if (x <= first) return left;
    if (x >= last) return right;
    let index = 1;
    while (x > (xs[index] as number)) index++;
    const x0 = xs[index - 1] as number;
    const y0 = ys[index - 1] as number;
    return y0 + (((ys[index] as number) - y0) * (x - x0)) / ((xs[index] as number) - x0);
  };
}
