export * from './joint';
export * from './pass-chain';
export * from './coating';
export * from './pool';
