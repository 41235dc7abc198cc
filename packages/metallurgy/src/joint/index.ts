export * from './check-shares';
export * from './joint-input';
export * from './complete-joint';
export * from './joint-fit';
export * from './joint-section';
export * from './melts-through';
