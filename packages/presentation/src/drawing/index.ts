export * from './fit';
export * from './place-labels';
export * from './whole-picture';
export * from './section-picture';
export { ON_PAPER, sectionSvg, wholeSvg, type PaperLook } from './svg';
export { traceSvg, type Trace } from './trace-svg';
export * from './part-words';
