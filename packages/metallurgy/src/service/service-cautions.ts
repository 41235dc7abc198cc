import data from '../../data/service.json';
import type { ServiceInput } from './service';

/** Cautions that a service calls for, in the order of their weight; none for most. */
export function serviceCautions({ pressure, temperatureC }: ServiceInput): readonly string[] {
  const { pressure: vessel, cold } = data.cautions;
  return [
    ...(pressure ? [vessel] : []),
    ...(temperatureC !== undefined && temperatureC[0] <= cold.atOrBelowC ? [cold.text] : []),
  ];
}
