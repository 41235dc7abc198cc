import { InputError } from '../errors';
import { ELEMENTS, type Composition, type ElementSymbol } from './elements';

/** One part of a mixture. */
export interface MixPart {
  readonly composition: Composition;
  /** Mass fraction, 0 to 1. */
  readonly fraction: number;
}

/**
 * Mixes compositions by mass.
 * @param parts mass fractions from 0 to 1 that add up to 1 within 1e-6
 * @returns mass percent by symbol; zeros are left out
 * @throws InputError when the fractions do not add up
 */
export function mix(parts: readonly MixPart[]): Composition {
  const total = parts.reduce((sum, part) => sum + part.fraction, 0);
  if (Math.abs(total - 1) > 1e-6)
    throw InputError.at(['shares'], `the fractions add up to ${total}; they must add up to 1`);
  const mixed: Partial<Record<ElementSymbol, number>> = {};
  for (const symbol of ELEMENTS) {
    let percent = 0;
    for (const part of parts) percent += part.fraction * (part.composition[symbol] ?? 0);
    if (percent !== 0) mixed[symbol] = percent;
  }
  return mixed;
}
