export * from './computations';
export * from './learning';
export * from './questions';
export * from './records';
export * from './torch';
