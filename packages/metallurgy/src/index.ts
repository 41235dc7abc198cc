export * from './errors';
export * from './composition';
export * from './constitution';
export * from './catalogue';
export * from './identify';
export * from './pool';
export * from './risk';
export * from './rod';
