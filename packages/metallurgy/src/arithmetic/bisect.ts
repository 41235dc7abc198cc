/**
 * Largest argument between two bounds for which something still holds that holds at first.
 * @param steps halvings of what is between them
 */
export function bisect(holds: (x: number) => boolean, [low, high]: readonly [number, number], steps: number): number {
  let [from, to] = [low, high];
  for (let step = 0; step < steps; step++) {
    const middle = (from + to) / 2;
    if (holds(middle)) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}
