export * from './drawing';
export * from './words';
