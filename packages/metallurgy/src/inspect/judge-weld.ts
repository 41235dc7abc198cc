import data from '../../data/inspection.json';
import { CLEANINGS, TINT_LIMITS, type AcceptanceProfile, type TintLimit } from '../acceptance';
import type { MaterialFamily } from '../catalogue';
import { filmsOfColour, keepsToTint, TINT_COLOURS, tintOfFilm } from '../tint';
import type { EarlyArc } from '../weld';
import { GREY, standingFindings, type Finding } from './finding';
import { inspectionMethod, LINES, type InspectionLine, type InspectionLineId, type Mend } from './inspection-lines';

/** What a line comes to: kept to, missed, too close to tell by this way of measuring, or not looked at. */
export type LineState = 'met' | 'missed' | 'close' | 'open';

/** One line of a verdict. */
export interface JudgedLine {
  readonly line: InspectionLineId;
  readonly title: string;
  readonly state: LineState;
  /** Whether the profile asks for it at this joint. */
  readonly asked: boolean;
  /** What the profile asks, in words without units; figures beside. */
  readonly limit: LineLimit;
  /** The worst finding that stands; null: none. */
  readonly finding: Finding | null;
  /** All findings that stand. */
  readonly findings: readonly Finding[];
  /** What to do about it; empty where nothing is. */
  readonly mend: readonly string[];
  /** Whether this service minds a miss of it. */
  readonly serviceCares: boolean;
}

/** What a profile asks of a line. */
export type LineLimit =
  | { readonly kind: 'never' }
  | { readonly kind: 'most'; readonly mm: number }
  | { readonly kind: 'colour'; readonly tint: TintLimit; readonly title: string }
  | { readonly kind: 'between'; readonly least: number; readonly most: number }
  | { readonly kind: 'choice'; readonly title: string };

/** A joint as it is judged. */
export interface InspectionQuestion {
  readonly profile: AcceptanceProfile;
  /** Those not struck out. */
  readonly findings: readonly Finding[];
  readonly environment?: string | undefined;
  readonly pressure?: boolean | undefined;
  /** Families of the metals joined, as far as they are known. */
  readonly families: readonly (MaterialFamily | null)[];
  /** Family of the rod it was welded with; null: without a rod; absent: not known. */
  readonly deposit?: MaterialFamily | null | undefined;
  /** Ferrite numbers its rod is made for; absent: not known. */
  readonly rodFerrite?: readonly [number, number] | undefined;
  readonly jointType: string;
  /** Whether the back of the weld is the inside of something. */
  readonly hasInside: boolean;
  /** Oxygen behind the root when the first arc came before the gas was clean; absent: it did not, or nobody knows. */
  readonly earlyArc?: EarlyArc | null | undefined;
}

/** What a joint comes to. */
export interface Verdict {
  /** What it is held to: the profile, with the ferrite its kind of weld metal has. */
  readonly profile: AcceptanceProfile;
  readonly lines: readonly JudgedLine[];
  /** Missed where any line is; open while what is asked was not looked at or is too close; else met. */
  readonly state: 'met' | 'missed' | 'open';
  /** Lines that are asked and not looked at yet. */
  readonly open: readonly InspectionLineId[];
  /** The first arc came before the gas was clean: the inside wants looking at; null: it did not, or nobody knows. */
  readonly earlyArc: EarlyArc | null;
}

const lengthLimits = {
  pores: 'poreMm',
  undercut: 'undercutMm',
  concavity: 'concavityMm',
  convexity: 'reinforcementMm',
  mismatch: 'highLowMm',
  bow: 'bowMm',
} as const satisfies Partial<Record<InspectionLineId, keyof AcceptanceProfile>>;

/** A profile as it holds for a weld: the window of ferrite is one for austenitic weld metal, and duplex has its own. */
function profileOfWeld({ profile, deposit, families }: InspectionQuestion): AcceptanceProfile {
  const { least, most, families: duplex } = data.duplexFerrite;
  const of = (family: MaterialFamily | null): boolean => family !== null && duplex.includes(family);
  // Melted together, or with a rod nobody named, it is what its metals are.
  const isDuplex = deposit ? of(deposit) : families.length > 0 && families.every(of);
  return isDuplex ? { ...profile, ferriteMin: least, ferriteMax: most } : profile;
}

/** What a profile asks of a line. */
export function limitOf(line: InspectionLineId, profile: AcceptanceProfile): LineLimit {
  const colour = (tint: TintLimit): LineLimit => ({
    kind: 'colour',
    tint,
    title: TINT_LIMITS.find(({ id }) => id === tint)!.title,
  });
  switch (line) {
    case 'tint-outside':
      return colour(profile.tintOutside);
    case 'tint-inside':
      return colour(profile.tint);
    case 'ferrite':
      return { kind: 'between', least: profile.ferriteMin, most: profile.ferriteMax };
    case 'cleaning':
      return { kind: 'choice', title: CLEANINGS.find(({ id }) => id === profile.cleaning)!.title };
    case 'leak':
      return { kind: 'choice', title: 'tight' };
    case 'cracks':
      return { kind: 'never' };
    default:
      return { kind: 'most', mm: profile[lengthLimits[line]] };
  }
}

/** Whether a line is asked for at a joint. */
function isAsked(
  line: InspectionLine,
  { profile, environment, pressure, families, jointType, hasInside, rodFerrite }: InspectionQuestion,
): boolean {
  switch (line.id) {
    case 'tint-inside':
      return hasInside;
    case 'mismatch':
      return data.mismatchTypes.includes(jointType);
    case 'leak':
      return profile.leakTight && (hasInside || pressure === true || data.leakServices.includes(environment ?? ''));
    case 'ferrite':
      // Of a rod that is made to have none nobody asks for any.
      return (
        !(rodFerrite && rodFerrite[1] < profile.ferriteMin) &&
        families.every((family) => family !== null && data.ferriteFamilies.includes(family)) &&
        families.length > 0
      );
    case 'cleaning':
      return profile.cleaning !== 'none';
    case 'bow':
      return false;
    default:
      return true;
  }
}

/** How a figure stands to its limits, by how far the way of measuring may be off. */
function byRange([low, high]: readonly [number, number], least: number, most: number): LineState {
  if (low >= least && high <= most) return 'met';
  return high < least || low > most ? 'missed' : 'close';
}

function stateOfColour({ value, range90, choice }: Finding, tint: TintLimit): LineState {
  if (choice === GREY) return 'missed';
  if (tint === 'any') return 'met';
  if (value === null) {
    // What was only named stands for the middle of its films.
    const [from, to] = filmsOfColour(choice ?? '');
    return keepsToTint((from + to) / 2, tint) ? 'met' : 'missed';
  }
  const [low, high] = range90 ?? [value, value];
  if (keepsToTint(high, tint)) return 'met';
  return keepsToTint(low, tint) ? 'close' : 'missed';
}

const rank = (cleaning: string | null): number => CLEANINGS.findIndex(({ id }) => id === cleaning);

/** How one finding stands to what is asked. */
export function stateOfFinding(line: InspectionLine, finding: Finding, profile: AcceptanceProfile): LineState {
  const limit = limitOf(line.id, profile);
  const { offMm, offFn } = inspectionMethod(finding.by);
  switch (limit.kind) {
    case 'colour':
      return stateOfColour(finding, limit.tint);
    case 'most': {
      const value = finding.value ?? 0;
      // Nothing found is nothing, however it was looked for.
      const off = value === 0 ? 0 : offMm;
      return byRange([Math.max(0, value - off), value + off], 0, limit.mm);
    }
    case 'between': {
      const value = finding.value ?? 0;
      const off = offFn ?? 0;
      return byRange([Math.max(0, value - off), value + off], limit.least, limit.most);
    }
    default:
      if (line.id === 'cleaning') return rank(finding.choice) >= rank(profile.cleaning) ? 'met' : 'missed';
      return line.options?.find(({ id }) => id === finding.choice)?.good === true ? 'met' : 'missed';
  }
}

const WORST: readonly LineState[] = ['missed', 'close', 'met', 'open'];

const isBelow = (finding: Finding, limit: LineLimit): boolean =>
  limit.kind === 'between' && (finding.value ?? 0) < limit.least;

function mendsOf(line: InspectionLine, finding: Finding, limit: LineLimit): readonly string[] {
  const fits = (mend: Mend): boolean => {
    if (mend.grey !== undefined) return finding.choice === GREY;
    if (mend.below !== undefined) return isBelow(finding, limit);
    const special = line.mend.some(
      (one) =>
        (one.grey !== undefined && finding.choice === GREY) || (one.below !== undefined && isBelow(finding, limit)),
    );
    return !special;
  };
  return line.mend.filter(fits).map(({ text }) => text);
}

/**
 * Judges a joint by an acceptance profile: line by line, the worst finding that stands against what is asked, with what
 * to do about a miss and whether the service minds it. The words are a help: whoever is responsible decides.
 */
export function judgeWeld(question: InspectionQuestion): Verdict {
  const standing = standingFindings(question.findings);
  const profile = profileOfWeld(question);
  const lines = LINES.map((line): JudgedLine => {
    const findings = standing.filter((one) => one.line === line.id);
    const states = findings.map((one) => stateOfFinding(line, one, profile));
    const state = WORST.find((one) => states.includes(one)) ?? 'open';
    const finding = findings[states.indexOf(state)] ?? null;
    const limit = limitOf(line.id, profile);
    return {
      line: line.id,
      title: line.title,
      state,
      asked: isAsked(line, question),
      limit,
      finding,
      findings,
      mend: state === 'missed' && finding ? mendsOf(line, finding, limit) : [],
      serviceCares: line.caresIn.includes(question.environment ?? 'unknown'),
    };
  });
  const open = lines.filter(({ asked, state }) => asked && state === 'open').map(({ line }) => line);
  const states = lines.filter(({ asked, state }) => asked || state !== 'open').map(({ state }) => state);
  const state = states.includes('missed')
    ? 'missed'
    : states.includes('open') || states.includes('close')
      ? 'open'
      : 'met';
  return { profile, lines, state, open, earlyArc: question.earlyArc ?? null };
}

/** Name of a colour a finding names or was read as. */
export function colourWords({ choice, value }: Pick<Finding, 'choice' | 'value'>): string {
  if (choice === GREY) return 'grey scale';
  return TINT_COLOURS.find(({ id }) => id === choice)?.title ?? (value === null ? '' : tintOfFilm(value).title);
}
