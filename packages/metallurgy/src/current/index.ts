export * from './supply-limited-current';
