export * from './quantity';
export * from './length';
export * from './size';
export * from './size-table';
export * from './flow-and-temperature';
