export * from './field-path';
export * from './input-error';
export * from './fault-collector';
