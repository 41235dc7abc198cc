export * from './cover';
export * from './crater-cooling';
export * from './torch-settings';
export * from './settings';
export * from './free-machining';
export * from './remarks';
