import { step } from '../../arithmetic';
import figures from '../../../data/risks/crevice-corrosion.json';
import { isStainless } from '../../catalogue';
import { evaluateLinear, linearFormula } from '../../constitution';
import { fromJson } from '../../from-json';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';
import { leastOf } from '../worst-piece';

const PREN = linearFormula('pren');
const CREVICE = fromJson<Readonly<Record<string, number | undefined>>>(figures.crevice);

const prenOf = ({ material, composition }: PieceSample): number =>
  isStainless(material.family) ? evaluateLinear(PREN, composition) : Infinity;

/** Pitting resistance of the leanest stainless piece; Infinity where none is stainless. */
const leanestPren = ({ pieces }: RiskSample): number => leastOf(pieces, prenOf);

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
