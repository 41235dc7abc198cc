export * from './joint-input';
export * from './complete-joint';
