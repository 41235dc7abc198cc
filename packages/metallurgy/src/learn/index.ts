export { learnDilution } from './learn-dilution';
export type { LearnDilutionQuestion, LearntDilution } from './learn-dilution';
export type { MeasuredBead } from './bead-likelihood';
export { learnShare, learnShares, type LearntShare } from './learn-shares';
export { learnFamily, type LearntGrade } from './learn-family';
export { learnRatio, type LearntRatio, type RatioKind } from './learn-ratio';
export { learnTests, type ConfirmedTest, type LearntTest } from './learn-tests';
