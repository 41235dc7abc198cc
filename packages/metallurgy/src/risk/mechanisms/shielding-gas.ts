import { isDuplex } from '../../catalogue';
import figures from '../../../data/risks/shielding-gas.json';
import { hydrogenHarm, isHardenedByNitrogen, nitrogenHarm } from '../gas-harm';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';
import { worstPiece, worstProbability } from '../worst-piece';

type Asked = Pick<RiskSample, 'joint' | 'pieces'>;

/** Whether the arc burns from a tungsten: what is not said to be another process is welded so. */
const isTungsten = ({ joint }: Asked): boolean => (joint.process ?? 'gtaw') === 'gtaw';
const hasHydrogen = ({ joint }: Asked): boolean => joint.hydrogenGas || joint.hydrogenBehind;
const hasNitrogen = ({ joint }: Asked): boolean => joint.nitrogenGas || joint.nitrogenBehind;
const isBurning = (sample: Asked): boolean => sample.joint.activeGas && isTungsten(sample);

const insteadOf = ({ material }: PieceSample): string =>
  isDuplex(material.family)
    ? 'Argon, or argon with 2 % nitrogen at the torch; argon or nitrogen behind.'
    : 'Plain argon, at the torch and behind.';

/** Gas that harms the pieces or the tungsten, at the torch or behind the root. */
export const shieldingGas: RiskMechanism = {
  id: 'shielding-gas',
  title: 'Gas that harms',
  scope: 'joint',
  probability(sample) {
    if (isBurning(sample)) return 1;
    const hydrogen = hasHydrogen(sample) ? worstProbability(sample.pieces, hydrogenHarm) : 0;
    const nitrogen = hasNitrogen(sample) ? worstProbability(sample.pieces, nitrogenHarm) : 0;
    return Math.max(hydrogen, nitrogen);
  },
  explain(sample) {
    const where = (atTorch: boolean): string => (atTorch ? 'in the gas' : 'behind the root');
    if (isBurning(sample))
      return {
        drivers: [],
        reason: 'Carbon dioxide or oxygen in the gas burns the tungsten away and scales the seam.',
        remedy: 'Plain argon at a tungsten; such a mixture is for wire.',
      };
    const cracked = worstPiece(sample.pieces, hydrogenHarm);
    if (hasHydrogen(sample) && hydrogenHarm(cracked) > 0)
      return {
        drivers: [],
        reason: `Hydrogen ${where(sample.joint.hydrogenGas)} cracks ${cracked.material.id}.`,
        remedy: insteadOf(cracked),
      };
    const hardened = worstPiece(sample.pieces, nitrogenHarm);
    if (hasNitrogen(sample) && nitrogenHarm(hardened) > 0)
      return {
        drivers: [],
        reason: isHardenedByNitrogen(hardened)
          ? `Nitrogen ${where(sample.joint.nitrogenGas)} hardens ${hardened.material.id} and makes it brittle.`
          : `Nitrogen ${where(sample.joint.nitrogenGas)} takes the titanium of ${hardened.material.id}.`,
        remedy: 'Plain argon, at the torch and behind.',
      };
    return { drivers: [], reason: 'The gas suits these pieces.', remedy: 'None needed.' };
  },
  ...told(figures),
};
