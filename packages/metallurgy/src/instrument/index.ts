export { USUAL_METERS } from './usual-meters';
export * from './oxygen-meter';
export * from './contact-thermometer';
export * from './ferrite-gauge';
export * from './hand-analyser';
