import data from '../../data/quote.json';
import { JOINTS, jointSection, UNSAID_FIT, usualDilution, type Technique } from '../joint';
import { LIMITS } from '../piece';
import { SLOWEST_TRAVEL_MM_PER_S, USUAL_TRAVEL_MM_PER_S } from '../settings';
import type { QuotedJoint } from './quote-question';

const { processes } = data;
const SECONDS = 60;
const TENTHS = 10;
/** What arithmetic takes off a whole number. */
const ROUNDED = 1e-9;

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

/** Speed at which all the rod of a joint is melted off in one pass, mm/s; infinite where none is fed. */
function feedSpeed(joint: DepositedJoint): number {
  const gramsPerMm = depositArea(joint) * data.densityGPerMm3;
  return gramsPerMm > 0 ? processes[processOf(joint)].gramsPerMinute / SECONDS / gramsPerMm : Infinity;
}

/**
 * Passes a joint takes: as many as are usual, and no fewer than its rod is melted off in by a hand that goes as slowly
 * as hands do.
 * @param usual passes usual for its wall, 1 or more
 */
export function passesFor(joint: DepositedJoint, usual: number): number {
  const [, most] = LIMITS.passes;
  return Math.min(most, Math.max(usual, Math.ceil(SLOWEST_TRAVEL_MM_PER_S / feedSpeed(joint))));
}

/**
 * How fast a hand goes along a joint, mm/s: as usual, but no faster than the rod of its passes is melted off. Where
 * fewer passes are said than it takes they are woven, and slower than a hand usually goes.
 * @param passes among which its rod is shared, 1 or more
 */
export function travelFor(joint: DepositedJoint, passes: number): number {
  const [least] = LIMITS.travelMmPerS;
  const travel = Math.min(USUAL_TRAVEL_MM_PER_S, passes * feedSpeed(joint));
  // Nobody goes by hundredths; faster than it is fed nobody goes either.
  return Math.max(least, Math.floor(TENTHS * travel + ROUNDED) / TENTHS);
}
