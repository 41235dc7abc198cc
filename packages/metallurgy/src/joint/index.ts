export * from './check-shares';
export * from './joint-input';
export * from './complete-joint';
