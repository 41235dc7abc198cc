import { ELEMENTS, type Composition } from '../composition';
import { isoLineSurface } from '../constitution';
import { pool, resolveMaterial, resolveRod, type PoolInput } from '../pool';
import { withCoating } from '../piece';
import { explainConstitution } from './explain-constitution';
import { plain, type ExplainStep } from './step';

/**
 * Traces a pool: every element's mixture, then every figure of its constitution.
 * @throws InputError as `pool`
 */
export function explainPool(input: PoolInput): readonly ExplainStep[] {
  const mixed = pool(input);
  const surface = input.wrc1992Lines && isoLineSurface(input.wrc1992Lines, ['wrc1992Lines']);
  const trace = explainConstitution(mixed.composition, input.thicknessMm, surface);
  if (mixed.passes)
    return [
      ...mixed.passes.flatMap(({ composition, kind, dilution, parentShare }, index) =>
        Object.entries(composition).map(([symbol, percent]): ExplainStep => ({
          figure: `passes.${index}.composition.${symbol}`,
          title: `${symbol} of the ${kind} pass`,
          value: percent,
          unit: '%',
          formula: '(1 − D) rod + D (s base + (1 − s) pass below)',
          numbers: `D = ${plain(dilution)}, s = ${plain(index === 0 ? 1 : parentShare)}`,
          from: index === 0 ? ['rod', 'parents'] : ['rod', 'parents', `passes.${index - 1}`],
          source: 'Mass balance',
        })),
      ),
      ...trace,
    ];
  const parents = input.parents.map((parent, index) =>
    withCoating(resolveMaterial(parent, ['parents', index]), parent.coating ?? 'bare'),
  );
  const rod = input.rod ? resolveRod(input.rod, ['rod']) : undefined;
  const dilution = rod ? (input.dilution as number) : 1;
  const shares = input.shares ?? parents.map(() => 1 / parents.length);
  const of = (composition: Composition, symbol: keyof Composition): string => plain(composition[symbol] ?? 0);
  const mixing = ELEMENTS.filter((symbol) => (mixed.composition[symbol] ?? 0) > 0).map((symbol): ExplainStep => {
    const base = parents
      .map((parent, index) => `${plain(shares[index] as number)} × ${of(parent, symbol)}`)
      .join(' + ');
    return {
      figure: `composition.${symbol}`,
      title: `${symbol} of the pool`,
      value: mixed.composition[symbol] as number,
      unit: '%',
      formula: rod ? '(1 − D) rod + D Σ w parent' : 'Σ w parent',
      numbers: rod ? `${plain(1 - dilution)} × ${of(rod, symbol)} + ${plain(dilution)} × (${base})` : base,
      from: ['parents', 'shares', ...(rod ? ['rod', 'dilution'] : [])],
      source: 'Mass balance',
    };
  });
  return [...mixing, ...trace];
}
