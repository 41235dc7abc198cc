import type { Confidence } from '../catalogue';
import { fromJson } from '../from-json';
import type { RiskMechanism, Severity } from './mechanism';

/** What the data state of every mechanism, in the shape a mechanism carries it. */
export function told(figures: {
  readonly severity: unknown;
  readonly source: string;
  readonly confidence: string;
  readonly doNot?: number;
}): Pick<RiskMechanism, 'severity' | 'source' | 'confidence' | 'doNotFrom'> {
  return {
    severity: fromJson<Severity>(figures.severity),
    source: figures.source,
    confidence: fromJson<Confidence>(figures.confidence),
    ...(figures.doNot === undefined ? {} : { doNotFrom: figures.doNot }),
  };
}
