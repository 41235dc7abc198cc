export * from './field-path';
export * from './input-error';
export * from './check-name';
export * from './fault-collector';
export * from './takeable';
