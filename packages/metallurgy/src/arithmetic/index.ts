export * from './exponential';
export * from './logarithm';
