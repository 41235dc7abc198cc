import data from '../../../data/risks.json';
import { isCarbonSteel } from '../../catalogue';
import { ELEMENT_COUNT } from '../../composition';
import { DERIVED, DERIVED_COUNT, derivePool, schaefflerStructure } from '../../constitution';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';

const STEPS = 50;

/**
 * Width of the martensitic band at the boundary with a piece, as a fraction of the mixing line from that piece to the pool.
 */
export function martensiteBand(sample: RiskSample, composition: Float64Array): number {
  const mixed = new Float64Array(ELEMENT_COUNT);
  const derived = new Float64Array(DERIVED_COUNT);
  let inside = 0;
  for (let step = 0; step < STEPS; step++) {
    const share = (step + 0.5) / STEPS;
    for (let index = 0; index < ELEMENT_COUNT; index++)
      mixed[index] = share * (sample.pool[index] as number) + (1 - share) * (composition[index] as number);
    derivePool(mixed, 0, derived, 0);
    const { phases } = schaefflerStructure(
      derived[DERIVED.schaefflerChromium] as number,
      derived[DERIVED.schaefflerNickel] as number,
    );
    // Near the unalloyed end Schaeffler's field stands for ordinary transformation products of carbon steel.
    if (phases.includes('martensite') && (derived[DERIVED.schaefflerChromium] as number) > 2) inside++;
  }
  return inside / STEPS;
}

/** The thin hard line that always stands between a carbon-steel side and stainless weld metal. Reported, never counted. */
export const fusionBoundary: RiskMechanism = {
  id: 'fusion-boundary',
  title: 'Martensite line at the fusion boundary',
  probability: () => 0,
  shownAnyway({ withRod, meanPercent, pieces }) {
    const { chromiumPercent, carbonSide } = data.mechanisms['fusion-boundary'].shownAnyway;
    return (
      withRod &&
      meanPercent('Cr') > chromiumPercent &&
      pieces.some(({ candidates }) =>
        candidates.some(({ material, probability }) => probability > carbonSide && isCarbonSteel(material.family)),
      )
    );
  },
  explain(sample) {
    const carbonSide = sample.pieces.find(({ material }) => isCarbonSteel(material.family));
    if (!carbonSide || sample.kind === 'carbon')
      return { drivers: [], reason: 'No carbon-steel side meets stainless weld metal.', remedy: 'None needed.' };
    const band = martensiteBand(sample, carbonSide.composition);
    return {
      drivers: [{ name: 'martensitic part of the mixing line', value: 100 * band, unit: '%' }],
      reason: `Between ${carbonSide.material.id} and the bead ${(100 * band).toFixed(0)} % of the mixing line passes through martensite: a hard line a few hundredths of a millimetre wide, always there.`,
      remedy: 'Richer rods make it thinner; it matters in hot, hydrogen or sour service.',
    };
  },
  source: data.mechanisms['fusion-boundary'].source,
};
