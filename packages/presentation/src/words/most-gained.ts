import type { RankedRod } from '@variatum/metallurgy';

/** A difference smaller than this nobody sees, of the expected loss. */
export const SEEN = 0.0005;

/** A difference of expected loss below this is not told where ways are compared: half a point. */
export const TOLD_LOSS = 0.005;

/** What speaks most for one rod against another: the risk, and its probability with the better one. */
export interface Gained {
  readonly risk: RankedRod['risks'][number];
  readonly probability: number;
  /** Loss that is saved. */
  readonly gain: number;
}

/** What speaks most for a better rod; null: nothing anybody sees. */
export function mostGained(better: RankedRod, worse: RankedRod): Gained | null {
  const [most] = worse.risks
    .map((risk): Gained => {
      const other = better.risks.find(({ mechanism }) => mechanism === risk.mechanism);
      return { risk, probability: other?.probability ?? 0, gain: risk.loss - (other?.loss ?? 0) };
    })
    .sort((one, other) => other.gain - one.gain);
  return most && most.gain > SEEN ? most : null;
}
