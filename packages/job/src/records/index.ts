export * from './active-pieces';
export * from './alike-joints';
export * from './job-minutes';
export * from './joint-records';
export * from './new-part';
export * from './part';
export * from './recorded';
export * from './rod-at';
