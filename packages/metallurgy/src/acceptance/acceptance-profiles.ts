import data from '../../data/acceptance.json';

/** Deepest heat tint a profile takes, in the order the colours come. */
export type TintLimit = 'none' | 'straw' | 'gold' | 'purple' | 'blue' | 'any';

/** What a finished weld must keep to. */
export interface AcceptanceProfile {
  readonly id: string;
  readonly name: string;
  readonly undercutMm: number;
  readonly reinforcementMm: number;
  readonly highLowMm: number;
  readonly tint: TintLimit;
  readonly ferriteMin: number;
  readonly ferriteMax: number;
  readonly note: string;
}

/** Colours a profile may draw its line at, palest first. */
export const TINT_LIMITS = data.tints as readonly { readonly id: TintLimit; readonly title: string }[];

/** Profiles a workshop starts from; estimates, no standard's limits. */
export const STARTING_PROFILES = data.profiles as readonly AcceptanceProfile[];

/**
 * The profile a part is held to by its use: the one for clean insides where that matters, else the first other one.
 * @param profiles at least one
 */
export function profileFor<Profile extends Pick<AcceptanceProfile, 'id'>>(
  environment: string | undefined,
  profiles: readonly [Profile, ...Profile[]],
): Profile {
  const clean = environment !== undefined && data.cleanInside.environments.includes(environment);
  return profiles.find(({ id }) => (id === data.cleanInside.profile) === clean) ?? profiles[0];
}
