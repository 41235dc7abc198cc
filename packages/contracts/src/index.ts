export * from './computations';
export * from './records';
export * from './question';
export * from './parse';
export * from './problem';
export * from './photo';
export * from './workshop';
