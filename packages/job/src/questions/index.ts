export * from './inspection';
export * from './job-quote';
export * from './joint-clean-up';
export * from './joint-question';
export * from './joint-section';
