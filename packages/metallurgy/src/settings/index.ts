export * from './after-crack';
export * from './cover';
export * from './current-ways';
export * from './crater-cooling';
export * from './torch-settings';
export * from './settings';
export * from './free-machining';
export * from './remarks';
