export * from './length';
export * from './flow-and-temperature';
