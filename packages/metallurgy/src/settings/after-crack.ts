import data from '../../data/settings.json';

/** Less heat after a crack: so much of the current, 0 to 1. */
export const LESS_CURRENT = data.afterCrack.shareOfAmps;
/** A slow end that fills the crater, s. */
export const SLOW_END_S = data.afterCrack.endS;

const SIZES: readonly number[] = data.rods.gtawMm;

/** The next thicker of the usual rods, mm; the thickest stays. */
export const thickerRodMm = (mm: number): number => SIZES.find((size) => size > mm) ?? (SIZES.at(-1) as number);

/** A usual rod where nobody says which, mm. */
export const USUAL_ROD_MM = data.rods.usualMm;
