import type { Joint } from '../joint';
import type { SeverityAdjustment } from './mechanism';
import { RISK_MECHANISMS } from './mechanisms';
import type { Service } from '../service';

/** Loss when a mechanism strikes, in the order of `RISK_MECHANISMS`; 1 is a part lost. */
export function severitiesFor(service: Service, joint: Joint): Float64Array {
  const thickest = Math.max(...joint.thicknessMm);
  return Float64Array.from(RISK_MECHANISMS, ({ severity: { base, adjust, byThickness } }) => {
    const passes = byThickness ? Math.min(byThickness.atMost, Math.max(1, thickest / byThickness.referenceMm)) : 1;
    return adjust.reduce(
      (severity, { when, factor }) => (applies(when, service) ? severity * factor : severity),
      base * passes,
    );
  });
}

function applies(when: SeverityAdjustment['when'], { environment, input }: Service): boolean {
  return (
    (when.environment === undefined || when.environment.includes(environment)) &&
    (when.pressure === undefined || input.pressure === when.pressure) &&
    (when.vibration === undefined || input.vibration === when.vibration) &&
    (when.permanence === undefined || input.permanence === when.permanence)
  );
}
