import data from '../../data/gases.json';

/** Figures of argon, air and oxygen at 20 °C. */
export const GAS = data;
/** Oxygen in air, ppm. */
export const AIR_PPM = data.airOxygenPpm;
