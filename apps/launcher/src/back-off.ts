/** Pauses between tries that get longer, ms: 1 s, 2 s, 4 s and so on up to the longest. */
export class BackOff {
  private failures = 0;
  private since = 0;

  /**
   * @param longest no pause is longer
   * @param calm what has held this long counts as mended: the next failure begins anew
   */
  constructor(
    private readonly longest = 30_000,
    private readonly calm = 60_000,
  ) {}

  /** Pause before the next try, after a failure at this moment. */
  next(now: number): number {
    if (now - this.since > this.calm) this.failures = 0;
    this.since = now;
    return Math.min(this.longest, 1000 * 2 ** this.failures++);
  }
}
