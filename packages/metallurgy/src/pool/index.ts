export * from './joint';
export * from './pool';
