import data from '../../data/constitution/schaeffler.json';

/**
 * Low ferrite contents on Schaeffler's equivalents, percent; meaningful from 0 to 15, negative means none.
 * Source: Séférian (1959): 3 (Creq - 0.93 Nieq - 6.7).
 */
export function seferianFerritePercent(chromiumEquivalent: number, nickelEquivalent: number): number {
  const { slope, nickel, offset } = data.seferian.coefficients;
  return slope * (chromiumEquivalent - nickel * nickelEquivalent - offset);
}
