import { power } from '../arithmetic';
import figures from '../../data/cracking.json';

/** Shares by restraint, worked out once: there are three restraints, and the hot loop asks for every pool. */
const KNOWN = new Map<number, number>();

/**
 * Share of the beads in susceptible metal that do crack, 0 to 1. A published border encloses the metal that cracked; by
 * far not every bead inside it does, and the harder it is held the more do.
 * @param restraintFactor 0.7 free to move, 1 ordinary, 1.5 held fast
 */
export function crackedShare(restraintFactor: number): number {
  let share = KNOWN.get(restraintFactor);
  if (share === undefined) {
    share = 1 - power(1 - figures.crackedOfSusceptible, restraintFactor);
    KNOWN.set(restraintFactor, share);
  }
  return share;
}
