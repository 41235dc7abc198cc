export * from './seeded-random';
export * from './stratified-uniforms';
export * from './normal-quantile';
export * from './spread';
export * from './weighted-spread';
