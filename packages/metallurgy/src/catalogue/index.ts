export * from './entry';
export * from './grades';
export * from './rods';
export * from './families';
export * from './families-of-steel';
export * from './guess-family';
export * from './not-in-catalogue';
export * from './filler-forms';
