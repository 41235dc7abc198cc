export * from './tack-plan';
export * from './seam-problem';
export * from './segments';
export * from './habits';
export * from './heat-judge';
export * from './judge-plan';
export * from './search';
export * from './order';
