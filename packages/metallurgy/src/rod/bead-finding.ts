import data from '../../data/bead-evidence.json';
import { errorFunction } from '../arithmetic';
import { findRod } from '../catalogue';
import { weightedSpread, type Spread } from '../chance';
import { FaultCollector, InputError } from '../errors';
import { RISK_MECHANISMS } from '../risk';
import { fromJson } from '../from-json';
import { checkBeads, type BeadEvidence, type CrackTime } from './bead-evidence';
import { checkChooseInput, type ChooseInput, type ChooseProblem } from './choose-input';
import { drawSetting } from './draw-setting';
import { candidateShares, gaugeSigma, magnetLikelihood, weighBeads } from './weigh-beads';

/** A thing that is believed now and was believed before. */
export interface Moved<Value> {
  readonly before: Value;
  readonly after: Value;
}

/** What may be done after a crack. */
export interface CrackMove {
  readonly id: string;
  readonly title: string;
  readonly why: string;
  /** Share of the causes it answers, 0 to 1. */
  readonly worth: number;
}

/** What the last bead of a joint says of it. */
export interface BeadFinding {
  /**
   * How well what was believed before explains it, 0 to 1; of a crack, rust or a leak the share that is laid to the
   * metal.
   */
  readonly believable: number;
  /** Whether what was believed explains it: if not, what the pieces are is the likelier mistake. */
  readonly explained: boolean;
  readonly ferriteNumber: Moved<Spread>;
  /** Dilution, 0 to 1; null without a rod. */
  readonly dilution: Moved<Spread> | null;
  /** What each piece may be, likeliest first. */
  readonly pieces: readonly {
    readonly piece: number;
    readonly grades: readonly (Moved<number> & { readonly grade: string })[];
  }[];
  /**
   * What a crack, rust or a leak is laid to, surest first; what is not the metal's is `null`. Empty for anything else.
   */
  readonly causes: readonly { readonly mechanism: string | null; readonly title: string; readonly share: number }[];
  /** What may be changed: what answers most of the causes and takes least, first. */
  readonly moves: readonly CrackMove[];
  readonly reasons: readonly string[];
}

const { kinds: KINDS } = data.moves;
type Kind = keyof typeof KINDS | 'other';
/**
 * Kind of cause a mechanism is. What is not the metal's is the load's in use; what tore while it glowed is a hot crack
 * whoever brought it about, and else the hand's.
 */
export const crackKind = (mechanism: string | null, when: CrackTime): Kind =>
  // The names are those of the data.
  (Object.keys(KINDS) as (keyof typeof KINDS)[]).find(
    (kind) => mechanism !== null && KINDS[kind].includes(mechanism),
  ) ?? (when === 'service' ? 'load' : when === 'hot' ? 'hot' : 'other');

/** A move made for another place is worth little. */
const ELSEWHERE = 0.3;
const MOST_MOVES = 4;
const LEAST_SHARE = 0.02;
/** Of a crack a day later so much at least is to be laid to the metal, or the metal is another one. */
const LEAST_METAL = 0.2;

interface MoveData {
  readonly id: string;
  readonly title: string;
  readonly why: string;
  readonly at: readonly string[];
  readonly ease: number;
  /** Mechanisms it answers, or does not; all of its kind when left out. */
  readonly of?: readonly string[];
  readonly notOf?: readonly string[];
  /** Kinds of rod it is for, or says nothing new with; any when left out. */
  readonly onlyRod?: readonly string[];
  readonly unlessRod?: readonly string[];
}

/** Kinds a rod is of: its family, and that it freezes without ferrite; none without a rod. */
function rodKinds(name: string | null): readonly string[] {
  const rod = name === null ? undefined : findRod(name);
  if (!rod) return [];
  const [, most] = rod.ferriteNumberWindow ?? [0, 0];
  return rod.family === 'austenitic' && most <= data.withoutFerriteUpToFn
    ? [rod.family, 'without-ferrite']
    : [rod.family];
}

/** Whether a move answers a cause, and is not what was done already. */
function applies(move: MoveData, mechanism: string | null, kinds: readonly string[]): boolean {
  const { of, notOf = [], onlyRod, unlessRod = [] } = move;
  return (
    (of === undefined || (mechanism !== null && of.includes(mechanism))) &&
    (mechanism === null || !notOf.includes(mechanism)) &&
    (onlyRod === undefined || kinds.some((kind) => onlyRod.includes(kind))) &&
    !kinds.some((kind) => unlessRod.includes(kind))
  );
}

function movesFor(
  causes: BeadFinding['causes'],
  { where, when, rod }: Extract<BeadEvidence, { saw: 'crack' }>,
): readonly CrackMove[] {
  const found = new Map<string, CrackMove & { readonly ease: number }>();
  const kinds = rodKinds(rod);
  for (const { mechanism, share } of causes)
    for (const move of fromJson<readonly MoveData[]>(data.moves[crackKind(mechanism, when)])) {
      if (!applies(move, mechanism, kinds)) continue;
      const { id, title, why, at, ease } = move;
      const worth = share * (at.includes(where) ? 1 : ELSEWHERE);
      const known = found.get(id);
      found.set(id, known ? { ...known, worth: known.worth + worth } : { id, title, why, worth, ease });
    }
  return [...found.values()]
    .sort((one, other) => other.ease * other.worth - one.ease * one.worth)
    .slice(0, MOST_MOVES)
    .map(({ ease: _ease, ...move }) => move);
}

/** How far out a reading lies among those that were to be expected, 0 to 1. */
function tail(shown: number, ferriteNumbers: readonly number[], weights: readonly number[]): number {
  let [below, total] = [0, 0];
  ferriteNumbers.forEach((ferriteNumber, sample) => {
    const weight = weights[sample] as number;
    below += (weight * (1 + errorFunction((shown - ferriteNumber) / gaugeSigma(ferriteNumber) / Math.SQRT2))) / 2;
    total += weight;
  });
  const share = below / total;
  return 2 * Math.min(share, 1 - share);
}

const percent = (share: number): string => `${Math.round(100 * share)} %`;
const range = ({ range90: [low, high] }: Spread): string => `${Math.round(100 * low)} to ${Math.round(100 * high)} %`;

/**
 * The question as it was before its beads showed anything.
 * @throws InputError naming every faulty field, of the beads too
 */
function beforeBeads(input: ChooseInput, beads: readonly BeadEvidence[]): ChooseProblem {
  const faults = new FaultCollector();
  const problem = faults.attempt(() => checkChooseInput({ ...input, beads: [] }));
  checkBeads(beads, ['beads'], faults.errors);
  if (!problem || faults.errors.length > 0) throw new InputError(faults.errors);
  return problem;
}

/**
 * What the last of a joint's beads says: of its dilution, of what its pieces are, and after a crack of the cause and of
 * what to change.
 * @param input a joint with at least one bead
 * @throws InputError naming every faulty field
 */
export function beadFinding(input: ChooseInput, seed = 1): BeadFinding {
  const beads = input.beads ?? [];
  const last = beads.at(-1);
  if (!last) throw InputError.at(['beads'], 'give what at least one bead has shown');
  const before = beforeBeads(input, beads);
  const setting = drawSetting(before, seed, data.samples);
  const earlier = weighBeads(setting, beads.slice(0, -1)).weights;
  const { weights, ferriteNumbers, causes: shares } = weighBeads(setting, [last], earlier);
  const other = otherThanMetal(last);
  const causes = other === null ? [] : causesOf(shares, other);
  const believable =
    last.saw === 'ferrite'
      ? tail(last.fn, ferriteNumbers, earlier)
      : last.saw === 'magnet'
        ? magnetShare(last, ferriteNumbers, earlier)
        : 1 - (causes.find(({ mechanism }) => mechanism === null)?.share ?? 0);
  // A hand that slips cracks a bead while it is hot, load and shape crack it in use; what comes a day later comes of
  // the metal.
  const explained =
    last.saw === 'crack'
      ? last.when !== 'next-day' || believable >= LEAST_METAL
      : last.saw === 'failed' || believable >= data.unbelievable;
  const dilutions = [...setting.samples.dilution];
  const dilution =
    last.rod === null
      ? null
      : { before: weightedSpread(dilutions, earlier), after: weightedSpread(dilutions, weights) };
  const [then, now] = [candidateShares(setting, earlier), candidateShares(setting, weights)];
  const pieces = before.pieces.map(({ candidates }, piece) => {
    const grades = new Map<string, Moved<number>>();
    candidates.forEach(({ material: { id } }, at) => {
      const known = grades.get(id) ?? { before: 0, after: 0 };
      grades.set(id, { before: known.before + (then[piece]?.[at] ?? 0), after: known.after + (now[piece]?.[at] ?? 0) });
    });
    return {
      piece,
      grades: [...grades.entries()]
        .map(([grade, moved]) => ({ grade, ...moved }))
        .sort((one, other) => other.after - one.after)
        .filter((one) => Math.max(one.before, one.after) >= LEAST_SHARE),
    };
  });
  const found = {
    believable,
    explained,
    dilution,
    pieces,
    causes,
    ferriteNumber: { before: weightedSpread(ferriteNumbers, earlier), after: weightedSpread(ferriteNumbers, weights) },
    moves: last.saw === 'crack' ? movesFor(causes, last) : [],
  };
  return { ...found, reasons: reasonsOf(last, found) };
}

/**
 * How likely the pull was, by what was believed. Martensite is left to the weights: here it is only said whether it
 * surprises.
 */
function magnetShare(
  { pull }: Extract<BeadEvidence, { saw: 'magnet' }>,
  ferriteNumbers: readonly number[],
  weights: readonly number[],
): number {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return (
    ferriteNumbers.reduce((sum, one, at) => sum + (weights[at] as number) * magnetLikelihood(pull, one, 0), 0) / total
  );
}

/** What is to blame where the metal is not; null: nothing gave out. */
function otherThanMetal(last: BeadEvidence): string | null {
  if (last.saw === 'crack') return (last.when === 'service' ? data.crack.inUse : data.crack).other.title;
  return last.saw === 'failed' ? data.failed[last.way].other.title : null;
}

function causesOf(shares: readonly number[], other: string): BeadFinding['causes'] {
  return shares
    .map((share, at) => {
      const mechanism = RISK_MECHANISMS[at];
      return { mechanism: mechanism?.id ?? null, title: mechanism?.title ?? other, share };
    })
    .filter(({ share }) => share >= LEAST_SHARE)
    .sort((one, other) => other.share - one.share);
}

function reasonsOf(last: BeadEvidence, found: Omit<BeadFinding, 'reasons'>): readonly string[] {
  const reasons: string[] = [];
  const { before, after } = found.ferriteNumber;
  const said = `ferrite number ${Math.round(before.range90[0])} to ${Math.round(before.range90[1])} was expected`;
  if (last.saw === 'ferrite')
    reasons.push(
      found.explained
        ? `The gauge shows ${last.fn}; ${said}. Both go together.`
        : `The gauge shows ${last.fn}; ${said}. No believable dilution explains that: more likely a piece is not ` +
            'what it was taken for.',
    );
  if (last.saw === 'magnet')
    reasons.push(
      found.explained
        ? `A magnet that pulls like that is ${percent(found.believable)} likely with what was known.`
        : 'A magnet that pulls like that fits nothing that was believed: more likely a piece is not what it was ' +
            'taken for.',
    );
  if (last.saw === 'crack') {
    const [first, second] = found.causes;
    if (!found.explained)
      reasons.push(
        'A crack that comes a day later wants hard or embrittled metal, and nothing that is believed of the ' +
          'pieces is: more likely a piece is not what it was taken for.',
      );
    if (first)
      reasons.push(
        `Laid to ${first.title.toLowerCase()}, ` +
          `${percent(first.share)}${second ? `; to ${second.title.toLowerCase()}, ${percent(second.share)}` : ''}.`,
      );
  }
  if (last.saw === 'failed') {
    const [first] = found.causes;
    if (first)
      reasons.push(
        `${last.way === 'rusted' ? 'Rust' : 'The leak'} is laid to ${first.title.toLowerCase()}, ` +
          `${percent(first.share)}.`,
      );
  }
  if (found.dilution && Math.abs(found.dilution.after.median - found.dilution.before.median) > 0.02)
    reasons.push(`Dilution is now taken as ${range(found.dilution.after)}; it was ${range(found.dilution.before)}.`);
  for (const { piece, grades } of found.pieces) {
    const moved = grades.filter((one) => Math.abs(one.after - one.before) > 0.05);
    if (moved.length > 0)
      reasons.push(
        `Piece ${piece + 1}: ${moved
          .slice(0, 3)
          .map((one) => `${one.grade} ${percent(one.before)} → ${percent(one.after)}`)
          .join(', ')}.`,
      );
  }
  reasons.push(
    `The next bead alike: ferrite number ${Math.round(after.range90[0])} to ${Math.round(after.range90[1])}.`,
  );
  return reasons;
}
