import { findGrade, findRod, GRADES, notInCatalogue, RODS, type CatalogueEntry } from '../catalogue';
import { mix, validateComposition, type Composition } from '../composition';
import { constitution, isoLineSurface, type Constitution, type IsoFerriteLines } from '../constitution';
import { FaultCollector, InputError, type FieldError, type FieldPath } from '../errors';
import { checkShares } from '../joint';
import { withCoating, type Coating } from '../piece';
import { PASS_KINDS, passChain, usualPass, type Pass, type PassKind } from './pass-chain';

/** A base metal by grade or by analysis. */
export type MaterialInput = {
  readonly grade?: string;
  readonly composition?: Composition;
  readonly coating?: Coating;
};
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
  /** Passes lowest first, each diluted by base metal and the pass below; left out: one pass. */
  readonly passes?: readonly PassInput[];
  /** Iso-FN lines of a digitised WRC-1992 figure, in place of the reconstructed surface. */
  readonly wrc1992Lines?: IsoFerriteLines;
}

/** A pass as the user states it; what is left out is usual for its kind. */
export interface PassInput {
  readonly kind: PassKind;
  readonly dilution?: number;
  readonly parentShare?: number;
}

/** Weld metal of one pass. */
export interface PassPool {
  readonly kind: PassKind;
  readonly dilution: number;
  readonly parentShare: number;
  readonly composition: Composition;
  readonly constitution: Constitution;
}

/** A pool's composition and what the diagrams say of it. */
export interface Pool {
  readonly composition: Composition;
  readonly constitution: Constitution;
  /** Every pass, lowest first, when passes were asked for; the composition above is then that of the last. */
  readonly passes?: readonly PassPool[];
}

/** Finds a base metal's typical composition. @throws InputError at `path` */
export function resolveMaterial(input: MaterialInput, path: FieldPath): Composition {
  return resolve(input.grade, input.composition, findGrade, GRADES, path, 'grade');
}

/** Finds a rod's typical composition. @throws InputError at `path` */
export function resolveRod(input: RodInput, path: FieldPath): Composition {
  return resolve(input.class, input.composition, findRod, RODS, path, 'class');
}

function resolve(
  name: string | undefined,
  composition: Composition | undefined,
  find: (name: string) => CatalogueEntry | undefined,
  all: readonly CatalogueEntry[],
  path: FieldPath,
  field: 'grade' | 'class',
): Composition {
  if (composition !== undefined) return validateComposition(composition, [...path, 'composition']);
  if (name === undefined) throw InputError.at(path, `give a ${field} or a composition`);
  const entry = find(name);
  if (!entry) throw InputError.at([...path, field], notInCatalogue(name, all));
  return entry.typical;
}

/**
 * Mixes a pool: (1 - D) rod + D sum(w parent).
 * @throws InputError naming every faulty field
 */
export function pool(input: PoolInput): Pool {
  const faults = new FaultCollector();
  const { errors } = faults;
  if (!Array.isArray(input.parents) || input.parents.length === 0)
    throw InputError.at(['parents'], 'give at least one base metal');
  const parents = input.parents.map((parent, index) =>
    faults.attempt(() => resolveMaterial(parent, ['parents', index])),
  );
  const rod = input.rod ? faults.attempt(() => resolveRod(input.rod as RodInput, ['rod'])) : undefined;
  const shares = input.shares ?? parents.map(() => 1 / parents.length);
  checkShares(shares, parents.length, 'parent', ['shares'], errors);
  const dilution = input.rod ? input.dilution : (input.dilution ?? 1);
  if (dilution === undefined)
    errors.push({ path: ['dilution'], message: 'missing; give the fraction of the pool that is base metal, 0 to 1' });
  else if (!(dilution >= 0 && dilution <= 1))
    errors.push({ path: ['dilution'], message: `${dilution} is outside 0 to 1` });
  else if (!input.rod && dilution !== 1)
    errors.push({
      path: ['dilution'],
      message: 'without a rod the pool is all base metal: leave the dilution out or give 1',
    });
  if (input.thicknessMm !== undefined && !(input.thicknessMm > 0 && input.thicknessMm <= 300))
    errors.push({ path: ['thicknessMm'], message: 'give a thickness above 0 and up to 300 mm' });
  const surface = faults.attempt(() => input.wrc1992Lines && isoLineSurface(input.wrc1992Lines, ['wrc1992Lines']));
  const passes = input.passes && checkPasses(input.passes, rod !== undefined, dilution, errors);
  if (errors.length > 0) throw new InputError(errors);
  const of = (composition: Composition): Constitution => constitution(composition, input.thicknessMm, surface);
  const melted = mix(
    parents.map((composition, index) => ({
      composition: withCoating(composition as Composition, input.parents[index]?.coating ?? 'bare'),
      fraction: shares[index] as number,
    })),
  );
  if (rod && passes) {
    const chain = passChain(melted, rod, passes);
    const pools = passes.map((pass, index): PassPool => {
      const composition = chain[index] as Composition;
      return { ...pass, composition, constitution: of(composition) };
    });
    const { composition, constitution: last } = pools[pools.length - 1] as PassPool;
    return { composition, constitution: last, passes: pools };
  }
  const composition = rod
    ? mix([
        { composition: rod, fraction: 1 - (dilution as number) },
        { composition: melted, fraction: dilution as number },
      ])
    : melted;
  return { composition, constitution: of(composition) };
}

function checkPasses(
  input: readonly PassInput[],
  withRod: boolean,
  rootDilution: number | undefined,
  errors: FieldError[],
): readonly Pass[] {
  if (!withRod) errors.push({ path: ['passes'], message: 'passes need a rod' });
  if (input.length === 0 || input.length > 40) errors.push({ path: ['passes'], message: 'give one to forty passes' });
  const inside = (value: number): boolean => value >= 0 && value <= 1;
  return input.map(({ kind, dilution, parentShare }, index) => {
    const at = ['passes', index];
    if (!PASS_KINDS.includes(kind)) {
      errors.push({ path: [...at, 'kind'], message: `"${kind}" is not a pass; use one of ${PASS_KINDS.join(', ')}` });
      return { kind, dilution: 0, parentShare: 1 };
    }
    const usual = usualPass(kind, rootDilution ?? 0);
    const pass = { kind, dilution: dilution ?? usual.dilution, parentShare: parentShare ?? usual.parentShare };
    if (!inside(pass.dilution))
      errors.push({ path: [...at, 'dilution'], message: `${pass.dilution} is outside 0 to 1` });
    if (!inside(pass.parentShare))
      errors.push({ path: [...at, 'parentShare'], message: `${pass.parentShare} is outside 0 to 1` });
    return pass;
  });
}
