export * from './weld-entry';
export * from './pass-log';
export * from './weld-steps';
export * from './deviations';
export * from './oxygen-watch';
