import service from '../../data/service.json';
import { isWithin, LIMITS } from '../piece';
import { checkName, InputError, type FieldError, type FieldPath } from '../errors';

/** Names of service environments. */
export type Environment = keyof typeof service.environments;

/** How long it is hot. */
export const TIMES_HOT = ['short', 'long'] as const;
/** Kinds of acid that are told apart. */
export const ACIDS = ['oxidising', 'reducing'] as const;

/** How long the repair must last. */
export const PERMANENCES = ['permanent', 'temporary'] as const;

/** What the joint must live through; what is left out is unknown, not harmless. */
export interface ServiceInput {
  readonly environment?: Environment | undefined;
  /** Lowest and highest temperature in service, °C. */
  readonly temperatureC?: readonly [number, number] | undefined;
  /** What kind of acid it is, where the surroundings are acid; left out: not known. */
  readonly acid?: (typeof ACIDS)[number] | undefined;
  readonly cycling?: boolean | undefined;
  readonly hot?: (typeof TIMES_HOT)[number] | undefined;
  readonly vibration?: boolean | undefined;
  readonly pressure?: boolean | undefined;
  readonly permanence?: (typeof PERMANENCES)[number] | undefined;
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
  readonly hot: ServiceInput['hot'];
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
  checkName(environment, Object.keys(service.environments), [...path, 'environment'], errors);
  const temperature = input.temperatureC;
  if (temperature !== undefined) {
    const numbers =
      Array.isArray(temperature) &&
      temperature.length === 2 &&
      temperature.every((value) => isWithin(value, LIMITS.temperatureC));
    if (!numbers || temperature[0] > temperature[1])
      errors.push({
        path: [...path, 'temperatureC'],
        message: `give [lowest, highest] in °C, from ${LIMITS.temperatureC.join(' to ')}`,
      });
  }
  checkName(input.acid, ACIDS, [...path, 'acid'], errors);
  checkName(input.hot, TIMES_HOT, [...path, 'hot'], errors);
  checkName(input.permanence, PERMANENCES, [...path, 'permanence'], errors);
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
