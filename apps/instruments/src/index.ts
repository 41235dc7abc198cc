export { INSTRUMENTS, linesOf, WrongScenario, type Instrument, type LineAt, type Said } from './scenario';
export { sendLines, type LineSender, type Receiver } from './send-lines';
export { serveInstruments } from './serve';
