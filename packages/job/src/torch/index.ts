export * from './alarm-sound';
export * from './at-hand';
export * from './heard-reading';
export * from './inside-gas';
export * from './next-act';
export * from './planned-steps';
export * from './room-air';
export * from './whole-part';
