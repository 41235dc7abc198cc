export * from './piece';
export * from './choose-input';
export * from './choose';
export * from './rod-matrix';
export * from './dilution-curve';
export * from './quantiles';
export * from './filler-loss';
export * from './pool-cloud';
export { DIAGRAM_NAMES } from './reasons';
