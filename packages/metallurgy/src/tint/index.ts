export * from './film-scale';
export { encoded, type Triple } from './colour';
export { readTint, TINT_REFERENCES } from './read-tint';
export type { TintAnswer, TintQuestion, TintReference, TintTrust } from './read-tint';
export { patchOf, tintInPhotograph, tintQuestionOf } from './photograph';
export type { Photograph, PhotographPlace, TintTaps } from './photograph';
