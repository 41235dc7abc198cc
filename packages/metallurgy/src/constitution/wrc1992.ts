import { exp, ln } from '../arithmetic';
import data from '../../data/constitution/wrc1992.json';

/** Coefficients of the smooth surface that renders the iso-FN lines of the WRC-1992 diagram. */
export interface Wrc1992Surface {
  readonly a0: number;
  readonly s0: number;
  readonly pivotCreq: number;
  readonly vanishingCreq: number;
  readonly k1: number;
  readonly k2: number;
  readonly v1: number;
  readonly tau: number;
}

/** The surface that ships with the core. */
export const WRC1992_SURFACE: Wrc1992Surface = data.surface;

// The surface as flat numbers, with what does not depend on the pool worked out once.
const SURFACE = (({ a0, s0, pivotCreq, vanishingCreq, k1, k2, v1, tau }: Wrc1992Surface): Float64Array =>
  // The last entry is what the soft step is at v = 0, so that the surface passes through zero there.
  Float64Array.of(
    a0 - s0 * pivotCreq,
    s0,
    vanishingCreq,
    pivotCreq - vanishingCreq,
    k1,
    k2 * tau,
    v1 / tau,
    1 / tau,
    ln(1 + exp(-v1 / tau)),
  ))(WRC1992_SURFACE);

/**
 * Ferrite number by WRC-1992 before it is cut off at zero: negative values say how far the pool lies on the austenitic
 * side, so that scatter can be laid on before the cut.
 * @param chromiumEquivalent Cr + Mo + 0.7 Nb, mass percent
 * @param nickelEquivalent Ni + 35 C + 20 N + 0.25 Cu, mass percent
 * @returns FN, continuous; valid for equivalents 17 to 31 and 9 to 18 and FN 0 to 100
 * Source: Kotecki and Siewert, Welding Journal 71 (1992), 171-s; surface reconstructed from published weld metals.
 */
export function wrc1992LatentFerriteNumber(chromiumEquivalent: number, nickelEquivalent: number): number {
  const p = SURFACE;
  const v = ((p[0]! + p[1]! * chromiumEquivalent - nickelEquivalent) * p[3]!) / (chromiumEquivalent - p[2]!);
  const x = v * p[7]! - p[6]!;
  // ln(1 + e^x) without overflow; below -30 it is nothing, above 30 it is x.
  const softStep = x > 30 ? x : x < -30 ? 0 : ln(1 + exp(x));
  return p[4]! * v + p[5]! * (softStep - p[8]!);
}

/** Ferrite number by WRC-1992, 0 or more. Arguments, validity and source as `wrc1992LatentFerriteNumber`. */
export function wrc1992FerriteNumber(chromiumEquivalent: number, nickelEquivalent: number): number {
  return Math.max(0, wrc1992LatentFerriteNumber(chromiumEquivalent, nickelEquivalent));
}
