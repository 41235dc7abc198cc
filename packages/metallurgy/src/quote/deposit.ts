import data from '../../data/quote.json';
import { JOINTS, jointSection, UNSAID_FIT, usualDilution, type Technique } from '../joint';
import { SLOWEST_TRAVEL_MM_PER_S, USUAL_TRAVEL_MM_PER_S } from '../settings';
import type { QuotedJoint } from './quote-question';

const { processes } = data;
const SECONDS = 60;
const TENTHS = 10;

/** What of a joint its deposit is reckoned from. */
export type DepositedJoint = Pick<QuotedJoint, 'type' | 'thicknessMm' | 'technique' | 'process' | 'fit' | 'rodMm'>;

const techniqueOf = ({ type, technique, rodMm }: DepositedJoint): Technique =>
  technique ?? (rodMm === null ? 'fused' : (JOINTS.types[type].technique as Technique));

/** Process of a joint; gas tungsten arc where none is said. */
export const processOf = ({ process }: Pick<DepositedJoint, 'process'>): keyof typeof processes => process ?? 'gtaw';

/** Cross-section of the rod that goes into a joint, mm²; 0 where none is fed. */
export function depositArea(joint: DepositedJoint): number {
  const technique = techniqueOf(joint);
  // Edges that are melted together take a rod only where one is said.
  if (joint.rodMm === null || (technique === 'fused' && joint.rodMm === undefined)) return 0;
  const sides = [joint.thicknessMm[0] as number, joint.thicknessMm[1] ?? (joint.thicknessMm[0] as number)].map(
    (thicknessMm) => ({ thicknessMm, oldWeld: false }),
  );
  return jointSection({
    type: joint.type,
    technique,
    sides,
    fit: { ...UNSAID_FIT, ...joint.fit },
    dilution: usualDilution(technique, joint.type, joint.process).mode,
    shares: [0.5, 0.5],
  }).depositMm2;
}

/**
 * How fast a hand goes along a joint, mm/s: as usual, but no faster than the rod of its passes is melted off, and no
 * slower than a hand goes.
 * @param passes among which its rod is shared, 1 or more
 */
export function travelFor(joint: DepositedJoint, passes: number): number {
  const gramsPerMm = (depositArea(joint) / passes) * data.densityGPerMm3;
  const feeds = gramsPerMm > 0 ? processes[processOf(joint)].gramsPerMinute / SECONDS / gramsPerMm : Infinity;
  const travel = Math.max(SLOWEST_TRAVEL_MM_PER_S, Math.min(USUAL_TRAVEL_MM_PER_S, feeds));
  // Nobody goes by hundredths.
  return Math.round(TENTHS * travel) / TENTHS;
}
