export * from './conditions';
