export * from './step';
export * from './explain-constitution';
export * from './explain-pool';
export * from './explain-choice';
export * from './explain-purge';
export * from './explain-vent';
export * from './explain-settings';
