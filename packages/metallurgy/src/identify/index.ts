export * from './field-tests';
export * from './item-families';
export * from './identify-input';
export * from './hypotheses';
export * from './magnetic-fraction';
export * from './grade-samples';
export * from './identify';
export * from './next-test';
