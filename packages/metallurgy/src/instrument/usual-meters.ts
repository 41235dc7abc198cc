import data from '../../data/instruments.json';

/** Lag, scatter, drift and dropout of usual meters, by what they measure. */
export const USUAL_METERS = data.usual;
