import habits from '../../data/habits.json';
import type { Rod } from '../catalogue';
import { fromJson } from '../from-json';
import type { PieceBelief } from './piece';

type Group = keyof typeof habits.groups;

interface Habit {
  readonly pieces: readonly [Group, Group];
  readonly take: readonly string[];
  readonly leave: readonly string[];
}

const HABITS = fromJson<readonly Habit[]>(habits.habits);

/** Free-machining metal has laws of its own: no table names a rod for it. */
const EXCEPT: ReadonlySet<string> = new Set(habits.except);

/** How likely a piece is of a group of metals, 0 to 1. */
function shareOf({ candidates }: PieceBelief, group: Group): number {
  const families: readonly string[] = habits.groups[group];
  return candidates.reduce(
    (sum, { probability, material }) =>
      families.includes(material.family) && !EXCEPT.has(material.id) ? sum + probability : sum,
    0,
  );
}

const product = (pieces: readonly PieceBelief[], of: (piece: PieceBelief) => number): number =>
  pieces.reduce((all, piece) => all * of(piece), 1);

/** How likely the pieces of a joint are of both groups of a habit and of no other, 0 to 1. */
function holds(pieces: readonly PieceBelief[], [one, other]: Habit['pieces']): number {
  const ofOne = product(pieces, (piece) => shareOf(piece, one));
  if (one === other) return ofOne;
  const ofOther = product(pieces, (piece) => shareOf(piece, other));
  const ofBoth = product(pieces, (piece) => shareOf(piece, one) + shareOf(piece, other));
  return Math.max(0, ofBoth - ofOne - ofOther);
}

/** A habit of the trade, with how likely it holds for the joint at hand, 0 to 1. */
export interface LikelyHabit extends Pick<Habit, 'take' | 'leave'> {
  readonly probability: number;
}

/** Habits that may hold for a joint, worked out once for all rods. Tables speak of pieces, not of old welds on them. */
export function habitsOf(pieces: readonly PieceBelief[]): readonly LikelyHabit[] {
  const joined = pieces.filter(({ oldWeld }) => !oldWeld);
  if (joined.length === 0) return [];
  return HABITS.flatMap(({ pieces: groups, take, leave }) => {
    const probability = holds(joined, groups);
    return probability > 0 ? [{ take, leave, probability }] : [];
  });
}

/** What habit adds to the cost of a rod, in loss units: less for one that tables name first for such a joint. */
export const habitCost = ({ deposit }: Pick<Rod, 'deposit'>, likely: readonly LikelyHabit[]): number =>
  likely.reduce((sum, { take, leave, probability }) => {
    if (take.includes(deposit)) return sum + probability * habits.cost.take;
    return leave.includes(deposit) ? sum + probability * habits.cost.leave : sum;
  }, 0);
