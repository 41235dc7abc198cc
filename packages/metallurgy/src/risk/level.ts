import data from '../../data/risks.json';
import type { RiskLevel, RiskMechanism } from './mechanism';

/** Word for a probability of a mechanism. */
export function riskLevel(mechanism: RiskMechanism, probability: number): RiskLevel {
  if (mechanism.doNotFrom !== undefined && probability >= mechanism.doNotFrom) return 'do-not';
  return probability >= data.levels.high ? 'high' : probability >= data.levels.watch ? 'watch' : 'low';
}

/** Rank of a level, 0 for low to 3 for do-not. */
export const LEVEL_ORDER: Readonly<Record<RiskLevel, number>> = { low: 0, watch: 1, high: 2, 'do-not': 3 };
