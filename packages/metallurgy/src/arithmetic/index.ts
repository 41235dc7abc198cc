export * from './exponential';
export * from './logarithm';
export * from './smooth';
export * from './curve';
export * from './upper-gamma';
export * from './bessel';
export * from './error-function';
export * from './cholesky';
