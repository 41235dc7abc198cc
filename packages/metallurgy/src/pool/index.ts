export * from './pass-chain';
export * from './mix-pool';
export * from './pool';
