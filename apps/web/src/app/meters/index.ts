export { MeterStore } from './meter-store';
export { Readings, type SeenReading } from './readings';
export { RoomWatch, type WatchedRoom } from './room-watch';
