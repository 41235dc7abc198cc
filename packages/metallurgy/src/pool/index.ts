export * from './joint';
export * from './pass-chain';
export * from './coating';
export * from './mix-pool';
export * from './pool';
