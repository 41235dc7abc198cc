import data from '../../data/bead-evidence.json';
import { findRod, notInCatalogue, RODS } from '../catalogue';
import { checkName, type FieldError, type FieldPath } from '../errors';
import { isWithin, LIMITS } from '../piece';

/** How a magnet pulls at a bead. */
export const MAGNET_PULLS = ['none', 'faint', 'clear', 'strong'] as const;
export type MagnetPull = (typeof MAGNET_PULLS)[number];
/** Where a crack runs: along the middle, in the crater, at the toe, in the metal beside, in a tack. */
export const CRACK_PLACES = ['centre', 'crater', 'toe', 'beside', 'tack'] as const;
export type CrackPlace = (typeof CRACK_PLACES)[number];
/** When it came: while still red, while cooling, the next day, in service. */
export const CRACK_TIMES = ['hot', 'cooling', 'next-day', 'service'] as const;
export type CrackTime = (typeof CRACK_TIMES)[number];

/** How a weld gave out in use otherwise than by a crack that was seen. */
export const FAILURE_WAYS = ['rusted', 'leaked'] as const;
export type FailureWay = (typeof FAILURE_WAYS)[number];

/** What a bead that was laid has shown. */
export type BeadEvidence = {
  /** Rod it was laid with; null: none. */
  readonly rod: string | null;
} & (
  | { readonly saw: 'ferrite'; readonly fn: number }
  | { readonly saw: 'magnet'; readonly pull: MagnetPull }
  | { readonly saw: 'crack'; readonly where: CrackPlace; readonly when: CrackTime }
  | { readonly saw: 'failed'; readonly way: FailureWay }
);

/** Most that may be said of beads of one joint. */
export const MOST_BEADS = 40;

/** Checks what beads have shown. @param errors takes what is wrong */
export function checkBeads(beads: readonly BeadEvidence[], path: FieldPath, errors: FieldError[]): void {
  if (beads.length > MOST_BEADS) errors.push({ path, message: `give at most ${MOST_BEADS}` });
  beads.forEach((bead, index) => {
    const at = [...path, index];
    if (bead.rod !== null && !findRod(bead.rod))
      errors.push({ path: [...at, 'rod'], message: notInCatalogue(bead.rod, RODS) });
    if (bead.saw === 'ferrite' && !isWithin(bead.fn, LIMITS.ferriteNumber))
      errors.push({ path: [...at, 'fn'], message: `give ${LIMITS.ferriteNumber.join(' to ')} FN` });
    if (bead.saw === 'magnet') checkName(bead.pull, MAGNET_PULLS, [...at, 'pull'], errors);
    if (bead.saw === 'crack') {
      checkName(bead.where, CRACK_PLACES, [...at, 'where'], errors);
      checkName(bead.when, CRACK_TIMES, [...at, 'when'], errors);
    }
    if (bead.saw === 'failed') checkName(bead.way, FAILURE_WAYS, [...at, 'way'], errors);
    if (!['ferrite', 'magnet', 'crack', 'failed'].includes(bead.saw))
      errors.push({ path: [...at, 'saw'], message: 'use ferrite, magnet, crack or failed' });
  });
}

/** Mechanisms that show as a crack. */
export const CRACK_MECHANISMS: readonly string[] = Object.keys(data.crack.mechanisms);
