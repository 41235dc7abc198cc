export * from './material';
export * from './risk-sample';
export * from './mechanism';
export * from './mechanisms';
export * from './level';
export * from './severity';
