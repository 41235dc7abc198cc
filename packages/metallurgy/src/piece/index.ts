export * from './conditions';
export * from './forms';
export * from './limits';
