import { power, tanh } from '../arithmetic';
import constants from '../../data/constitution/constants.json';

/**
 * Preheat of hardenable steels, °C, 0 when none is called for.
 * @param carbonEquivalent Séférian's chemical carbon equivalent, mass percent
 * @param thicknessMm thickness, mm, above 0
 * Source: Séférian (1962): 350 sqrt(C (1 + 0.005 t) - 0.25). Made for carbon and low-alloy steel; for stainless it
 * overshoots and only says "more than plain steel".
 */
export function seferianPreheatC(carbonEquivalent: number, thicknessMm: number): number {
  const { factor, offset, thicknessFactor } = constants.seferianPreheat;
  const excess = carbonEquivalent * (1 + thicknessFactor * thicknessMm) - offset;
  return excess > 0 ? factor * Math.sqrt(excess) : 0;
}

/**
 * Preheat of carbon and low-alloy steel against hydrogen cracking, °C; below room temperature means none is called for.
 * @param cet carbon equivalent CET, mass percent, 0.2 to 0.5
 * @param plateMm plate thickness, mm, 10 to 90
 * @param hydrogenMlPer100g diffusible hydrogen, ml per 100 g, 1 to 20
 * @param heatInputKjPerMm heat input, kJ/mm, 0.5 to 4
 * Source: EN 1011-2:2001, method B (Uwer and Höhne).
 */
export function cetPreheatC(cet: number, plateMm: number, hydrogenMlPer100g: number, heatInputKjPerMm: number): number {
  const p = constants.cetPreheat;
  return (
    p.cet * cet +
    p.plate * tanh(plateMm / p.plateScale) +
    p.hydrogen * power(hydrogenMlPer100g, p.hydrogenExponent) +
    (p.heatCet * cet - p.heatConstant) * heatInputKjPerMm -
    p.offset
  );
}
