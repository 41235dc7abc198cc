import { ELEMENT_COUNT, ELEMENTS, type Composition, type ElementSymbol } from './elements';

/** A composition in the fixed element order, mass percent. Hot loops use these; everything else reads objects. */
export type CompositionVector = Float64Array;

/** Writes a readable composition into a vector of length `ELEMENT_COUNT`; what is left out becomes zero. */
export function toVector(composition: Composition): CompositionVector {
  return Float64Array.from(ELEMENTS, (symbol) => composition[symbol] ?? 0);
}

/**
 * Reads a composition out of a vector; zeros are left out.
 * @param offset first position of the composition inside a longer array
 */
export function fromVector(vector: ArrayLike<number>, offset = 0): Composition {
  const composition: Partial<Record<ElementSymbol, number>> = {};
  for (let index = 0; index < ELEMENT_COUNT; index++) {
    const percent = vector[offset + index] ?? 0;
    if (percent !== 0) composition[ELEMENTS[index] as ElementSymbol] = percent;
  }
  return composition;
}
