import { InputError, type FieldError, type FieldPath } from '../errors';
import { isElementSymbol, ELEMENTS, type Composition } from './elements';

/**
 * Checks a composition that came from outside: known symbols, finite mass percents from 0 to 100, a sum of at most 100.
 * `Fe` may be given and is ignored, because it is the balance.
 * @param path where the composition stands in the input, for the error
 * @throws InputError naming every faulty element
 */
export function validateComposition(input: unknown, path: FieldPath): Composition {
  if (typeof input !== 'object' || input === null || Array.isArray(input))
    throw InputError.at(path, 'give an object of mass percents by chemical symbol, such as {"Cr": 18.2, "Ni": 8.1}');
  const errors: FieldError[] = [];
  const composition: Record<string, number> = {};
  let sum = 0;
  for (const [symbol, percent] of Object.entries(input)) {
    if (symbol === 'Fe') continue;
    const field = [...path, symbol];
    if (!isElementSymbol(symbol))
      errors.push({ path: field, message: `not an element the core knows; use one of ${ELEMENTS.join(', ')}` });
    else if (typeof percent !== 'number' || !Number.isFinite(percent))
      errors.push({ path: field, message: 'give a number in mass percent' });
    else if (percent < 0 || percent > 100)
      errors.push({ path: field, message: `${percent} is outside 0 to 100 mass percent` });
    else {
      composition[symbol] = percent;
      sum += percent;
    }
  }
  if (errors.length === 0 && sum > 100.000001)
    errors.push({ path, message: `the elements add up to ${Number(sum.toFixed(3))} %; they may not exceed 100 %` });
  if (errors.length > 0) throw new InputError(errors);
  return composition;
}
