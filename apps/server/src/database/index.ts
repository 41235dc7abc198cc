export * from './connect';
export * from './failure';
export * from './row-json';
export * as tables from './schema';
