import data from '../../data/risks.json';
import { fromJson } from '../from-json';
import { RISK_MECHANISMS } from './mechanisms';
import type { Service } from '../service';

interface Adjustment {
  readonly when: {
    readonly environment?: readonly string[];
    readonly pressure?: boolean;
    readonly vibration?: boolean;
    readonly permanence?: string;
  };
  readonly factor: number;
}

/** What it costs when a mechanism strikes. */
export interface Severity {
  /** Loss, 1 is a part lost. */
  readonly base: number;
  readonly reason: string;
  readonly adjust: readonly Adjustment[];
}

/** Severity of each mechanism, by its id. */
export const SEVERITIES: Readonly<Record<string, Severity>> = Object.fromEntries(
  Object.entries(data.mechanisms).map(([id, { severity }]) => [id, fromJson<Severity>(severity)]),
);

/** Loss when a mechanism strikes, in the order of `RISK_MECHANISMS`; 1 is a part lost. */
export function severitiesFor(service: Service): Float64Array {
  return Float64Array.from(RISK_MECHANISMS, ({ id }) => {
    const entry = SEVERITIES[id] as Severity;
    return entry.adjust.reduce(
      (severity, { when, factor }) => (applies(when, service) ? severity * factor : severity),
      entry.base,
    );
  });
}

function applies(when: Adjustment['when'], { environment, input }: Service): boolean {
  return (
    (when.environment === undefined || when.environment.includes(environment)) &&
    (when.pressure === undefined || input.pressure === when.pressure) &&
    (when.vibration === undefined || input.vibration === when.vibration) &&
    (when.permanence === undefined || input.permanence === when.permanence)
  );
}
