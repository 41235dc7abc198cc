import data from '../../data/acceptance.json';
import { isStainless, type MaterialFamily } from '../catalogue';
import { fromJson } from '../from-json';

/** Deepest heat tint a profile takes, in the order the colours come. */
export type TintLimit = 'none' | 'straw' | 'gold' | 'purple' | 'blue' | 'any';

/** How far a finished weld is cleaned, each with all before it. */
export type Cleaning = 'none' | 'brushed' | 'pickled' | 'passivated';

/** What a finished weld must keep to. */
export interface AcceptanceProfile {
  readonly id: string;
  readonly name: string;
  readonly undercutMm: number;
  /** Height over flush, mm. */
  readonly reinforcementMm: number;
  readonly highLowMm: number;
  /** Deepest colour inside. */
  readonly tint: TintLimit;
  /** Deepest colour outside, before it is cleaned off. */
  readonly tintOutside: TintLimit;
  /** Below flush, mm. */
  readonly concavityMm: number;
  /** Largest pore, mm; 0: none. */
  readonly poreMm: number;
  /** Out of flat or straight over the part, mm. */
  readonly bowMm: number;
  /** Whether a leak test is asked for. */
  readonly leakTight: boolean;
  readonly cleaning: Cleaning;
  readonly ferriteMin: number;
  readonly ferriteMax: number;
  readonly note: string;
}

/** What a profile may leave out: those of a time before it was asked for have none of it. */
export type UnsaidOfProfile = Pick<
  AcceptanceProfile,
  'tintOutside' | 'concavityMm' | 'poreMm' | 'bowMm' | 'leakTight' | 'cleaning'
>;

/** Colours a profile may draw its line at, palest first. */
export const TINT_LIMITS = data.tints as readonly { readonly id: TintLimit; readonly title: string }[];

/** How far welds may be cleaned, least first. */
export const CLEANINGS = data.cleanings as readonly { readonly id: Cleaning; readonly title: string }[];

/** Profiles a workshop starts from; estimates, no standard's limits. */
export const STARTING_PROFILES = data.profiles as readonly AcceptanceProfile[];

/** What a profile is taken to ask where it says nothing; estimates. */
export const UNSAID_OF_PROFILE = data.unsaid as UnsaidOfProfile;

/** A profile with everything said: by the starting profile of its name, else as usual. */
export function completeProfile<
  Profile extends Omit<AcceptanceProfile, keyof UnsaidOfProfile> & Partial<UnsaidOfProfile>,
>(profile: Profile): Profile & UnsaidOfProfile {
  const starting = STARTING_PROFILES.find(({ id }) => id === profile.id);
  const { tintOutside, concavityMm, poreMm, bowMm, leakTight, cleaning } = starting ?? UNSAID_OF_PROFILE;
  return { tintOutside, concavityMm, poreMm, bowMm, leakTight, cleaning, ...profile };
}

/** What of a part its profile follows from. */
export interface ServedPart {
  readonly environment?: string | undefined;
  /** Hottest it gets in use, °C; null: not known. */
  readonly hottestC: number | null;
  /** Families of its metals; null: not known. */
  readonly families: readonly (MaterialFamily | null)[];
}

interface ServiceRule {
  readonly profile: string;
  readonly environments?: readonly string[];
  readonly hotterThanC?: number;
  readonly noneStainless?: boolean;
}
const RULES = fromJson<readonly ServiceRule[]>(data.byService.rules);

/** Whether all metals of a part are known, and none of them keeps or loses anything by its colour. */
const isPlain = (families: ServedPart['families']): boolean =>
  families.length > 0 && families.every((family) => family !== null && !isStainless(family) && family !== 'nickel');

const fits = (rule: ServiceRule, { environment, hottestC, families }: ServedPart): boolean =>
  (rule.environments === undefined || (environment !== undefined && rule.environments.includes(environment))) &&
  (rule.hotterThanC === undefined || (hottestC ?? 0) > rule.hotterThanC) &&
  (rule.noneStainless !== true || isPlain(families));

/**
 * The profile a part is held to: the one chosen, else by what it is made of and what it does, else the first one.
 * @param profiles at least one
 * @param chosen id of the one chosen; one that is not there counts as none
 */
export function profileFor<Profile extends Pick<AcceptanceProfile, 'id'>>(
  part: ServedPart,
  profiles: readonly [Profile, ...Profile[]],
  chosen: string | null = null,
): Profile {
  const own = (id: string | null): Profile | undefined => profiles.find((profile) => profile.id === id);
  const ruled = RULES.filter((rule) => fits(rule, part)).flatMap(({ profile }) => own(profile) ?? []);
  // A workshop whose profiles have names of its own: not the one for clean insides where nothing asks for that.
  const other = profiles.find(({ id }) => !RULES.some(({ profile }) => profile === id));
  return own(chosen) ?? ruled[0] ?? other ?? profiles[0];
}
