import fc from 'fast-check';
import { ELEMENTS, type Composition, type ElementSymbol } from '../composition';

/** Any composition whose elements add up to at most 100 %, from plain iron to pure nickel and nonsense between. */
export const anyComposition: fc.Arbitrary<Composition> = fc
  .uniqueArray(fc.tuple(fc.constantFrom(...ELEMENTS), fc.double({ min: 0, max: 100, noNaN: true })), {
    selector: ([symbol]) => symbol,
    maxLength: ELEMENTS.length,
  })
  .map((entries) => {
    const total = entries.reduce((sum, [, percent]) => sum + percent, 0);
    const scale = total > 100 ? 100 / total : 1;
    return Object.fromEntries(entries.map(([symbol, percent]) => [symbol, percent * scale]));
  });

const between = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });

/** A composition a stainless weld pool may really have, inside the reach of WRC-1992. */
export const stainlessPool: fc.Arbitrary<
  Required<Pick<Composition, 'C' | 'Mn' | 'Si' | 'P' | 'S' | 'Cr' | 'Ni' | 'Mo' | 'N' | 'Cu'>>
> = fc.record({
  C: between(0.01, 0.08),
  Mn: between(0.5, 2),
  Si: between(0.2, 0.8),
  P: between(0.01, 0.03),
  S: between(0.001, 0.02),
  Cr: between(17.5, 25),
  Ni: between(8, 13),
  Mo: between(0, 2.5),
  N: between(0.02, 0.08),
  Cu: between(0, 0.4),
});

/** The composition with some of one element added, iron giving way. */
export function withMore(composition: Composition, symbol: ElementSymbol, percent: number): Composition {
  return { ...composition, [symbol]: (composition[symbol] ?? 0) + percent };
}
