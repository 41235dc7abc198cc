import { findGrade, findRod, GRADES, RODS, type CatalogueEntry } from '../catalogue';
import { mix, validateComposition, type Composition } from '../composition';
import { constitution, type Constitution } from '../constitution';
import { InputError, type FieldError } from '../errors';

/** A base metal by grade or by analysis. */
export type MaterialInput = { readonly grade?: string; readonly composition?: Composition };
/** A rod by class or by analysis. */
export type RodInput = { readonly class?: string; readonly composition?: Composition };

/** A weld pool of known parts. */
export interface PoolInput {
  readonly parents: readonly MaterialInput[];
  /** Share of each parent in the melted base metal; equal when left out. */
  readonly shares?: readonly number[];
  /** null or left out: no rod, and the dilution is 1. */
  readonly rod?: RodInput | null;
  /** Fraction of the pool that is base metal, 0 to 1. */
  readonly dilution?: number;
  readonly thicknessMm?: number;
}

/** A pool's composition and what the diagrams say of it. */
export interface Pool {
  readonly composition: Composition;
  readonly constitution: Constitution;
}

/** Finds a base metal's typical composition. @throws InputError at `path` */
export function resolveMaterial(input: MaterialInput, path: string): Composition {
  return resolve(input.grade, input.composition, findGrade, GRADES, path, 'grade');
}

function resolve(
  name: string | undefined,
  composition: Composition | undefined,
  find: (name: string) => CatalogueEntry | undefined,
  all: readonly CatalogueEntry[],
  path: string,
  field: 'grade' | 'class',
): Composition {
  if (composition !== undefined) return validateComposition(composition, `${path}.composition`);
  if (name === undefined) throw InputError.at(path, `give a ${field} or a composition`);
  const entry = find(name);
  if (!entry)
    throw InputError.at(
      `${path}.${field}`,
      `"${name}" is not in the catalogue; it has ${all.map(({ id }) => id).join(', ')}`,
    );
  return entry.typical;
}

/**
 * Mixes a pool: (1 - D) rod + D sum(w parent).
 * @throws InputError naming every faulty field
 */
export function pool(input: PoolInput): Pool {
  const errors: FieldError[] = [];
  const attempt = <Value>(compute: () => Value): Value | undefined => {
    try {
      return compute();
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      errors.push(...error.errors);
      return undefined;
    }
  };
  if (!Array.isArray(input.parents) || input.parents.length === 0)
    throw InputError.at('parents', 'give at least one base metal');
  const parents = input.parents.map((parent, index) => attempt(() => resolveMaterial(parent, `parents.${index}`)));
  const rod = input.rod
    ? attempt(() => resolve(input.rod?.class, input.rod?.composition, findRod, RODS, 'rod', 'class'))
    : undefined;
  const shares = input.shares ?? parents.map(() => 1 / parents.length);
  if (shares.length !== parents.length)
    errors.push({ path: 'shares', message: `give ${parents.length} shares, one for each parent` });
  else if (
    shares.some((share) => !(share >= 0 && share <= 1)) ||
    Math.abs(shares.reduce((sum, share) => sum + share, 0) - 1) > 1e-6
  )
    errors.push({ path: 'shares', message: 'give fractions from 0 to 1 that add up to 1' });
  const dilution = input.rod ? input.dilution : (input.dilution ?? 1);
  if (dilution === undefined)
    errors.push({ path: 'dilution', message: 'missing; give the fraction of the pool that is base metal, 0 to 1' });
  else if (!(dilution >= 0 && dilution <= 1))
    errors.push({ path: 'dilution', message: `${dilution} is outside 0 to 1` });
  else if (!input.rod && dilution !== 1)
    errors.push({
      path: 'dilution',
      message: 'without a rod the pool is all base metal: leave the dilution out or give 1',
    });
  if (input.thicknessMm !== undefined && !(input.thicknessMm > 0 && input.thicknessMm <= 300))
    errors.push({ path: 'thicknessMm', message: 'give a thickness above 0 and up to 300 mm' });
  if (errors.length > 0) throw new InputError(errors);
  const base = parents.map((composition, index) => ({
    composition: composition as Composition,
    fraction: (dilution as number) * (shares[index] as number),
  }));
  const composition = mix(rod ? [{ composition: rod, fraction: 1 - (dilution as number) }, ...base] : base);
  return { composition, constitution: constitution(composition, input.thicknessMm) };
}
