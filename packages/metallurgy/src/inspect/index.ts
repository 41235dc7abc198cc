export * from './inspection-lines';
export * from './finding';
export * from './finding-faults';
export * from './accepting';
export * from './judge-weld';
export * from './clean-up';
export * from './outcome';
