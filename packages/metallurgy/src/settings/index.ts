export * from './crater-cooling';
export * from './torch-settings';
export * from './settings';
