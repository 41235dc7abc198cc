/** Expects two figures to agree within a tenth of a percent, or within rounding of the fourth decimal near zero. */
export function expectAgrees(actual: number, expected: number): void {
  expect(Math.abs(actual - expected)).toBeLessThanOrEqual(Math.max(1e-3 * Math.abs(expected), 1e-4));
}
