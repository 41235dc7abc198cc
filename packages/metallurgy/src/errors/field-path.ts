/**
 * Where a field stands in an input: names and places from the outside in, such as `['pieces', 0, 'composition', 'Cr']`.
 */
export type FieldPath = readonly (string | number)[];

/** A path as people read it: `pieces.0.composition.Cr`. */
export const dotted = (path: FieldPath): string => path.join('.');
