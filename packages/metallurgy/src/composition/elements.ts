/** The elements a composition may name, in the fixed order of every composition vector. Iron is the balance. */
export const ELEMENTS = [
  'C',
  'Mn',
  'Si',
  'P',
  'S',
  'Cr',
  'Ni',
  'Mo',
  'N',
  'Cu',
  'Nb',
  'Ti',
  'Al',
  'V',
  'W',
  'Co',
  'Se',
  'Pb',
  'B',
] as const;

/** A chemical symbol the core computes with. */
export type ElementSymbol = (typeof ELEMENTS)[number];

/** Length of a composition vector. */
export const ELEMENT_COUNT = ELEMENTS.length;

/** A composition as people read it: mass percent by symbol; what is left out is zero, iron is the balance. */
export type Composition = { readonly [Element in ElementSymbol]?: number };

/** Position of each element in a composition vector. */
export const ELEMENT_INDEX = Object.freeze(
  Object.fromEntries(ELEMENTS.map((symbol, index) => [symbol, index])),
) as Readonly<Record<ElementSymbol, number>>;

/** Whether a text is the symbol of an element the core computes with. */
export function isElementSymbol(text: string): text is ElementSymbol {
  return Object.hasOwn(ELEMENT_INDEX, text);
}
