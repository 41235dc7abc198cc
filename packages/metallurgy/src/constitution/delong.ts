import data from '../../data/constitution/delong.json';

/**
 * Ferrite number by the DeLong diagram, 0 or more.
 * @param chromiumEquivalent Cr + Mo + 1.5 Si + 0.5 Nb, mass percent
 * @param nickelEquivalent Ni + 30 C + 30 N + 0.5 Mn, mass percent
 * Valid for equivalents 16 to 27 and 10 to 21 and FN 0 to 18.
 * Source: Long and DeLong, Welding Journal 52 (1973), 281-s.
 */
export function deLongFerriteNumber(chromiumEquivalent: number, nickelEquivalent: number): number {
  return Math.max(0, deLongLatentFerriteNumber(chromiumEquivalent, nickelEquivalent));
}

/** As `deLongFerriteNumber`, but negative on the austenitic side. */
export function deLongLatentFerriteNumber(chromiumEquivalent: number, nickelEquivalent: number): number {
  const { chromium, nickel, constant } = data.regression;
  return chromium * chromiumEquivalent - nickel * nickelEquivalent + constant;
}
