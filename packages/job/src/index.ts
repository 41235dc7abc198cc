export * from './computations';
export * from './learning';
export * from './plan';
export * from './questions';
export * from './records';
export * from './torch';
