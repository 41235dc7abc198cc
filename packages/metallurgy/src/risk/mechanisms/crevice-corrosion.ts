import { step } from '../../arithmetic';
import figures from '../../../data/risks/crevice-corrosion.json';
import { isStainless } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { fromJson } from '../../from-json';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

const CREVICE = fromJson<Readonly<Record<string, number | undefined>>>(figures.crevice);

/** Pitting resistance of the leanest stainless piece; Infinity where none is stainless. */
function leanestPren({ pieces }: RiskSample): number {
  let least = Infinity;
  for (const { material, composition } of pieces)
    if (isStainless(material.family))
      least = Math.min(
        least,
        (composition[ELEMENT_INDEX.Cr] as number) +
          3.3 * (composition[ELEMENT_INDEX.Mo] as number) +
          16 * (composition[ELEMENT_INDEX.N] as number),
      );
  return least;
}

/** Rust in the gap that a lap, patch or socket leaves open to the wet. */
export const creviceCorrosion: RiskMechanism = {
  id: 'crevice-corrosion',
  title: 'Corrosion in the gap of the joint',
  scope: 'joint',
  probability(sample) {
    const gap = CREVICE[sample.joint.type] ?? 0;
    const pren = leanestPren(sample);
    if (gap === 0 || pren === Infinity) return 0;
    const need = figures.needPren[sample.service.environment];
    return need === 0 ? 0 : gap * figures.probability * step(need - pren, figures.center, figures.width);
  },
  explain(sample) {
    const pren = leanestPren(sample);
    const need = figures.needPren[sample.service.environment];
    return {
      drivers: [
        ...(pren === Infinity ? [] : [{ name: 'PREN of the leanest piece', value: pren, unit: '', limit: need }]),
      ],
      reason: CREVICE[sample.joint.type]
        ? 'The joint leaves a gap that stays wet; there metal rusts that would not rust in the open.'
        : 'This joint leaves no gap.',
      remedy: 'Seal the gap all round, or butt the pieces instead of lapping them.',
    };
  },
  ...told(figures),
};
