export * from './oxygen-meter';
