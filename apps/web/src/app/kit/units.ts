/** Milliseconds of a second, and of a minute: clocks count in them. */
export const MS_PER_S = 1000;
export const MS_PER_MINUTE = 60_000;
export const S_PER_MINUTE = 60;
/** Parts in a million of a percent. */
export const PPM_PER_PERCENT = 10_000;
/** Degrees of a whole turn, and of a half. */
export const TURN_DEG = 360;
export const HALF_TURN_DEG = 180;
/** Litres of a cubic metre. */
export const L_PER_M3 = 1000;
/** Cubic millimetres of a litre. */
export const MM3_PER_L = 1_000_000;
