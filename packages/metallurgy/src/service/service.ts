import service from '../../data/service.json';
import { LIMITS } from '../piece';
import { InputError, type FieldError, type FieldPath } from '../errors';

/** Names of service environments. */
export type Environment = keyof typeof service.environments;

/** What the joint must live through; what is left out is unknown, not harmless. */
export interface ServiceInput {
  readonly environment?: Environment | undefined;
  /** Lowest and highest temperature in service, °C. */
  readonly temperatureC?: readonly [number, number] | undefined;
  readonly cycling?: boolean | undefined;
  readonly hot?: 'short' | 'long' | undefined;
  readonly vibration?: boolean | undefined;
  readonly pressure?: boolean | undefined;
  readonly permanence?: 'permanent' | 'temporary' | undefined;
}

/** Service as the mechanisms read it. */
export interface Service {
  readonly environment: Environment;
  readonly needPren: number;
  readonly matchWeight: number;
  readonly molybdenumWeight: number;
  readonly wet: boolean;
  /** undefined when not stated. */
  readonly lowestC: number | undefined;
  readonly highestC: number | undefined;
  readonly cycling: boolean | undefined;
  readonly hotHours: number;
  readonly hot: 'short' | 'long' | undefined;
  readonly input: ServiceInput;
}

/** The environments with their titles and needs. */
export const ENVIRONMENTS = service.environments;

/**
 * Completes a service description.
 * @throws InputError naming every faulty field
 */
export function completeService(input: ServiceInput = {}, path: FieldPath = ['service']): Service {
  const errors: FieldError[] = [];
  const environment = input.environment ?? 'unknown';
  if (!(environment in service.environments))
    errors.push({
      path: [...path, 'environment'],
      message: `"${environment}" is not known; use one of ${Object.keys(service.environments).join(', ')}`,
    });
  const [lowest, highest] = LIMITS.temperatureC;
  const temperature = input.temperatureC;
  if (temperature !== undefined) {
    const numbers =
      Array.isArray(temperature) &&
      temperature.length === 2 &&
      temperature.every((value) => typeof value === 'number' && value >= lowest && value <= highest);
    if (!numbers || temperature[0] > temperature[1])
      errors.push({
        path: [...path, 'temperatureC'],
        message: `give [lowest, highest] in °C, from ${lowest} to ${highest}`,
      });
  }
  const choice = (field: 'hot' | 'permanence', allowed: readonly string[]): void => {
    const value = input[field];
    if (value !== undefined && !allowed.includes(value))
      errors.push({ path: [...path, field], message: `"${value}" is not known; use one of ${allowed.join(', ')}` });
  };
  choice('hot', ['short', 'long']);
  choice('permanence', ['permanent', 'temporary']);
  for (const field of ['cycling', 'vibration', 'pressure'] as const)
    if (input[field] !== undefined && typeof input[field] !== 'boolean')
      errors.push({ path: [...path, field], message: 'give true or false' });
  if (errors.length > 0) throw new InputError(errors);
  const { needPren, matchWeight, molybdenumWeight, wet } = service.environments[environment];
  return {
    environment,
    needPren,
    matchWeight,
    molybdenumWeight,
    wet,
    lowestC: temperature?.[0],
    highestC: temperature?.[1],
    cycling: input.cycling,
    hotHours: input.hot ? service.hours[input.hot] : service.hours.unknown,
    hot: input.hot,
    input,
  };
}
