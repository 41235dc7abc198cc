import { isCarbonSteel, isCastIron, isDuplex } from '../catalogue';
import { ELEMENT_INDEX } from '../composition';
import type { PieceSample } from './material';

/**
 * What several mechanisms ask of the pieces of one sample together; worked out once for each sample, not for each rod.
 */
export interface PieceFacts {
  readonly hasCastIron: boolean;
  /** Share of the pieces that are duplex, 0 to 1. */
  readonly duplexShare: number;
  /** Chromium of the piece that has least, mass percent. */
  readonly leanestChromium: number;
  /** The plain or low-alloy steel among pieces that are otherwise not; undefined where there is none. */
  readonly plainSteel: PieceSample | undefined;
  /** The nickel alloy among pieces that are otherwise not; undefined where there is none. */
  readonly nickelAlloy: PieceSample | undefined;
  readonly thickestMm: number;
  readonly thinnestMm: number;
  /** Figures of the pieces that mechanisms have worked out, one slot each; not a number where not yet. */
  readonly known: Float64Array;
}

let slots = 0;
const MOST_SLOTS = 24;

/** A slot for a figure that follows from the pieces of a sample alone. Called once for each such figure, on loading. */
export function newSlot(): number {
  if (slots === MOST_SLOTS) throw new Error('more figures of the pieces than there are slots; raise MOST_SLOTS');
  return slots++;
}

/** Figure of the pieces of a sample, worked out for the first rod that asks and kept for the others. */
export function ofPieces<Sample extends { readonly facts: PieceFacts }>(
  sample: Sample,
  slot: number,
  workOut: (sample: Sample) => number,
): number {
  const { known } = sample.facts;
  const kept = known[slot] as number;
  return kept === kept ? kept : (known[slot] = workOut(sample));
}

/** @param pieces at least one */
export function factsOf(pieces: readonly PieceSample[]): PieceFacts {
  let leanestChromium = Infinity;
  let thickestMm = 0;
  let thinnestMm = Infinity;
  let duplex = 0;
  let steel = 0;
  let hasCastIron = false;
  let nickel = 0;
  let plainSteel: PieceSample | undefined;
  let nickelAlloy: PieceSample | undefined;
  for (const piece of pieces) {
    const { family } = piece.material;
    leanestChromium = Math.min(leanestChromium, piece.composition[ELEMENT_INDEX.Cr] as number);
    thickestMm = Math.max(thickestMm, piece.thicknessMm);
    thinnestMm = Math.min(thinnestMm, piece.thicknessMm);
    if (isDuplex(family)) duplex++;
    if (isCastIron(family)) hasCastIron = true;
    if (family === 'nickel') {
      nickel++;
      nickelAlloy = piece;
    }
    if (isCarbonSteel(family)) {
      steel++;
      plainSteel = piece;
    }
  }
  return {
    hasCastIron,
    duplexShare: duplex / pieces.length,
    leanestChromium,
    plainSteel: steel < pieces.length ? plainSteel : undefined,
    nickelAlloy: nickel < pieces.length ? nickelAlloy : undefined,
    thickestMm,
    thinnestMm,
    known: new Float64Array(MOST_SLOTS).fill(NaN),
  };
}
