import { rampOver } from '../../arithmetic';
import figures from '../../../data/risks/sulphur-mismatch.json';
import { isStainless } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { fromJson } from '../../from-json';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

const TECHNIQUE = fromJson<Readonly<Record<string, number | undefined>>>(figures.technique);

/** Lowest and highest sulphur of the stainless pieces, mass percent. */
function sulphurOf({ pieces }: RiskSample): { low: number; high: number; count: number } {
  BOTH.low = Infinity;
  BOTH.high = 0;
  BOTH.count = 0;
  for (const { material, composition } of pieces) {
    if (!isStainless(material.family)) continue;
    const sulphur = composition[ELEMENT_INDEX.S] as number;
    BOTH.count++;
    if (sulphur < BOTH.low) BOTH.low = sulphur;
    if (sulphur > BOTH.high) BOTH.high = sulphur;
  }
  return BOTH;
}

// One object, written over: the hot loop must not allocate.
const BOTH = { low: Infinity, high: 0, count: 0 };

/** A pool that leaves the seam because one side has hardly any sulphur and the other has more. */
export const sulphurMismatch: RiskMechanism = {
  id: 'sulphur-mismatch',
  title: 'Pool pulled aside by unlike sulphur',
  scope: 'joint',
  probability(sample) {
    const { joint } = sample;
    if (joint.process === 'smaw' || joint.type !== 'square-butt') return 0;
    const technique = TECHNIQUE[joint.technique] ?? 0;
    const { low, high, count } = sulphurOf(sample);
    if (technique === 0 || count < 2) return 0;
    return (
      figures.probability *
      technique *
      (1 - rampOver(sample.facts.thinnestMm, figures.thinUpToMm)) *
      (1 - rampOver(low, figures.lowSulphur)) *
      rampOver(high, figures.highSulphur)
    );
  },
  explain(sample) {
    const { low, high, count } = sulphurOf(sample);
    return {
      drivers:
        count < 2
          ? []
          : [
              { name: 'lower sulphur', value: low, unit: '%', limit: 0.005 },
              { name: 'higher sulphur', value: high, unit: '%', limit: 0.012 },
            ],
      reason:
        count < 2
          ? 'There are no two stainless sides here.'
          : `One side has ${low.toFixed(4)} % sulphur, the other ${high.toFixed(4)} %: the pool moves to the low ` +
            'side and can leave the seam.',
      remedy:
        'Aim at the side with more sulphur until the root wets both, add a little rod, match heats for tube that ' +
        'is to be fused.',
    };
  },
  ...told(figures),
};
