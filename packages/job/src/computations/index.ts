export * from './computations';
