export { AlarmCall } from './alarm-call';
export { MeterStore } from './meter-store';
export { Readings, type SeenReading } from './readings';
export { StandingAlarms } from './standing-alarms';
export { RoomWatch, type WatchedRoom } from './room-watch';
