import { ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/strength-match.json';
import { ELEMENT_INDEX } from '../../composition';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { fromJson } from '../../from-json';
import { newSlot, ofPieces } from '../piece-facts';
import { told } from '../told';
import { leastOf } from '../worst-piece';

const WEAKEST = newSlot();

const BY_GRADE = fromJson<Readonly<Record<string, number>>>(figures.gradeYieldMpa);
const BY_FAMILY = fromJson<Readonly<Record<string, number>>>(figures.familyYieldMpa);
const BY_ROD = fromJson<Readonly<Record<string, number>>>(figures.rodYieldMpa);
const BY_WELD = figures.weldYieldMpa;

function yieldOf({ material }: PieceSample): number {
  return BY_GRADE[material.id] ?? BY_FAMILY[material.family] ?? 0;
}

const weakestYield = ({ pieces }: RiskSample): number => leastOf(pieces, yieldOf);

/** Yield strength of the bead by what it froze to, MPa. */
function weldYield(sample: RiskSample): number {
  const own = sample.rod && BY_ROD[sample.rod.deposit];
  if (own !== null && own !== undefined) return own;
  if (sample.rod?.family === 'precipitation-hardening') return BY_WELD.hardened;
  const duplex = Math.min(1, sample.ferriteNumber / 45) * ramp(sample.pool[ELEMENT_INDEX.Ni] as number, 2, 4);
  const bead = BY_WELD.austenitic + duplex * (BY_WELD.duplex - BY_WELD.austenitic);
  const stainless = bead + Math.min(1, sample.martensite) * (BY_WELD.martensite - bead);
  const { nickelBase, stainless: share } = sample;
  return nickelBase * BY_WELD.nickel + share * stainless + Math.max(0, 1 - nickelBase - share) * BY_WELD.carbon;
}

/** A bead softer than both of the pieces it joins. */
export const strengthMatch: RiskMechanism = {
  id: 'strength-match',
  title: 'Bead softer than the pieces',
  scope: 'bead',
  probability(sample) {
    const gap = ofPieces(sample, WEAKEST, weakestYield) - weldYield(sample);
    return gap < -300 ? 0 : step(gap, figures.center, figures.width);
  },
  explain(sample) {
    const least = weakestYield(sample);
    const weld = weldYield(sample);
    return {
      drivers: [
        { name: 'yield strength of the bead', value: weld, unit: 'MPa', limit: least },
        { name: 'yield strength of the weaker piece', value: least, unit: 'MPa' },
      ],
      reason:
        `The bead yields near ${weld.toFixed(0)} MPa, the weaker piece near ${least.toFixed(0)} MPa in its usual ` +
        'condition.',
      remedy: 'A matching rod where the joint carries the full strength; otherwise a longer bead.',
    };
  },
  ...told(figures),
};
