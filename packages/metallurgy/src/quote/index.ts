export * from './quote-question';
export * from './quote';
export * from './deposit';
