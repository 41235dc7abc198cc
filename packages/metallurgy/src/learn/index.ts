export { learnDilution } from './learn-dilution';
export type { LearnDilutionQuestion, LearntDilution } from './learn-dilution';
export type { MeasuredBead } from './bead-likelihood';
export { learnShare, learnShares, type LearntShare } from './learn-shares';
