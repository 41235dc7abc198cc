export * from './torch';
