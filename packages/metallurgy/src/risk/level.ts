import data from '../../data/risk-levels.json';
import type { RiskLevel, RiskMechanism } from './mechanism';

/**
 * Word for a probability of a mechanism.
 * @param ofKin what it comes to together with its kin; left out, it stands alone
 */
export function riskLevel(mechanism: RiskMechanism, probability: number, ofKin = probability): RiskLevel {
  if (mechanism.doNotFrom !== undefined && ofKin >= mechanism.doNotFrom && probability >= data.watch) return 'do-not';
  return probability >= data.high ? 'high' : probability >= data.watch ? 'watch' : 'low';
}

/** Rank of a level, 0 for low to 3 for do-not. */
export const LEVEL_ORDER: Readonly<Record<RiskLevel, number>> = { low: 0, watch: 1, high: 2, 'do-not': 3 };
