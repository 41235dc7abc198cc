/** Median and 90 % range of a figure. */
export interface Spread {
  readonly median: number;
  /** 5th and 95th percentile. */
  readonly range90: readonly [number, number];
}

/** Median and 90 % range of the first `count` numbers, linear between order statistics. */
export function spreadOf(values: Float64Array, count: number): Spread {
  const sorted = values.slice(0, count).sort();
  const at = (share: number): number => {
    const position = share * (count - 1);
    const lower = Math.floor(position);
    const low = sorted[lower] as number;
    return low + (position - lower) * ((sorted[Math.min(count - 1, lower + 1)] as number) - low);
  };
  return { median: at(0.5), range90: [at(0.05), at(0.95)] };
}
