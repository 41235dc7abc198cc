export * from './elements';
export * from './vector';
export * from './validate-composition';
export * from './element-belief';
export * from './composition-belief';
export * from './composition-sampler';
export * from './mix';
export * from './mix-beliefs';
