export { MeterStore } from './meter-store';
export { Readings, type SeenReading } from './readings';
