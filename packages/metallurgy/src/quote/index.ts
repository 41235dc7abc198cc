export * from './quote-question';
export * from './quote';
