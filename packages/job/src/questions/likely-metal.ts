import type { JointRecord, Piece } from '@variatum/contracts';
import {
  findGrade,
  interpassLimit,
  isMartensitic,
  JOINTS,
  type Candidate,
  type MaterialFamily,
  type MaterialQuestion,
} from '@variatum/metallurgy';

/** Weld metal and pieces nothing is known of are reckoned with as the common ones. */
export const COMMON_FAMILY: MaterialFamily = 'austenitic';

/** What is believed of pieces, by their identifiers: likeliest grade first. */
export type Beliefs = Readonly<
  Record<string, { readonly candidates: readonly Pick<Candidate, 'grade' | 'family' | 'probability'>[] }>
>;

/** What a piece is taken for where heat is reckoned. */
export interface LikelyMetal {
  readonly material: MaterialQuestion;
  /** null: nothing is known of it. */
  readonly family: MaterialFamily | null;
  /** Its wall, mm; null: not known. */
  readonly thicknessMm: number | null;
  /** Most it may have between passes, °C; undefined: nobody asks for a limit. */
  readonly limitC?: number;
  /** Whether it hardens in air, and is held warm until the weld is done. */
  readonly isHeldWarm: boolean;
}

type Candidates = Beliefs[string]['candidates'];

/** The family most of what a piece may be belongs to; undefined: it may be nothing. */
export function likeliestFamily(candidates: Candidates): MaterialFamily | undefined {
  const shares = new Map<MaterialFamily, number>();
  for (const { family, probability } of candidates) shares.set(family, (shares.get(family) ?? 0) + probability);
  return [...shares].sort(([, one], [, other]) => other - one)[0]?.[0];
}

/** The likeliest grade of the likeliest family: many grades of a family, each unlikely, are likelier than one. */
function likeliestGrade(candidates: Candidates): string | undefined {
  const family = likeliestFamily(candidates);
  return candidates.find((one) => one.family === family)?.grade;
}

/** What each piece most likely is, as far as heat asks, by its identifier. */
export function likelyMetals(
  pieces: readonly Pick<Piece, 'id' | 'grade' | 'thicknessMm'>[],
  beliefs: Beliefs,
): ReadonlyMap<string, LikelyMetal> {
  return new Map(
    pieces.map(({ id, grade, thicknessMm }) => {
      const likely = grade ?? likeliestGrade(beliefs[id]?.candidates ?? []);
      const known = likely === undefined ? undefined : findGrade(likely);
      const limitC = known && interpassLimit(known);
      return [
        id,
        {
          family: known?.family ?? null,
          material: known ? { grade: known.id } : { family: COMMON_FAMILY },
          thicknessMm: thicknessMm.value,
          ...(limitC === undefined ? {} : { limitC }),
          isHeldWarm: known !== undefined && isMartensitic(known.family),
        },
      ];
    }),
  );
}

/** A joint and the one it is alike to; itself: it is alike to none. */
export interface LedJoint {
  readonly joint: Pick<JointRecord, 'sides'>;
  readonly leader: Pick<JointRecord, 'sides'>;
}

/** Pieces nothing is known of, at joints alike to another one, as what meets in their place there. */
export function withAlikeMetals(
  metals: ReadonlyMap<string, LikelyMetal>,
  joints: readonly LedJoint[],
): ReadonlyMap<string, LikelyMetal> {
  const known = new Map(metals);
  for (const { joint, leader } of joints) {
    if (joint === leader) continue;
    const [own, led] = [joint.sides, leader.sides].map((sides) => sides.map(({ piece }) => piece)) as [
      string[],
      string[],
    ];
    // What meets at both is left out: a header is the same piece at all its outlets.
    const stead = led.filter((piece) => !own.includes(piece));
    own
      .filter((piece) => !led.includes(piece))
      .forEach((piece, index) => {
        const [now, then] = [metals.get(piece), metals.get(stead[index] ?? '')];
        if (now?.family === null && then) known.set(piece, { ...then, thicknessMm: now.thicknessMm });
      });
  }
  return known;
}

/** Walls of the base metals among pieces, mm: an unknown one as usual. */
export const wallsOf = (pieces: readonly Pick<Piece, 'kind' | 'thicknessMm'>[]): readonly number[] =>
  pieces.flatMap(({ kind, thicknessMm }) => (kind === 'base' ? [thicknessMm.value ?? JOINTS.defaultThicknessMm] : []));

/** Whether any of the pieces that meet is held warm. */
export const isHeldWarm = (
  pieces: readonly { readonly id: string }[],
  metals: ReadonlyMap<string, LikelyMetal>,
): boolean => pieces.some(({ id }) => metals.get(id)?.isHeldWarm ?? false);

/** Lowest limit between passes of the pieces that meet, °C; null: nobody asks for one. */
export function interpassLimitOf(
  pieces: readonly { readonly id: string }[],
  metals: ReadonlyMap<string, LikelyMetal>,
): number | null {
  const limits = pieces.flatMap(({ id }) => metals.get(id)?.limitC ?? []);
  return limits.length === 0 ? null : Math.min(...limits);
}
