import {
  dilutionKind,
  JOINTS,
  QUOTE_STAGES,
  type JointInput,
  type PieceInput,
  type QuoteStage,
  type ShareRange,
} from '@variatum/metallurgy';
import type { Learnt, LearntDilution, LearntFamily, LearntRatio, LearntTest } from '@variatum/contracts';

type Some<Field extends keyof Learnt> = Pick<Learnt, Field> | null | undefined;

/** What was learnt of the dilution of a joint nothing is said of; null: nothing, or it is left out. */
export function learntFor(joint: JointInput, learnt: Some<'dilutions'>): LearntDilution | null {
  if (joint.dilution !== undefined || (joint.process !== undefined && joint.process !== 'gtaw')) return null;
  const kind = dilutionKind(
    joint.technique ?? (JOINTS.types[joint.type].technique as NonNullable<JointInput['technique']>),
    joint.type,
  );
  return learnt?.dilutions.find((one) => one.kind === kind && !one.off) ?? null;
}

/** What of it holds for whoever asks: their own, where they laid enough beads, else the workshop's. */
export const ownOf = ({
  welders,
  asker,
  count,
  next,
  dilution,
}: LearntDilution): Pick<LearntDilution, 'count' | 'next' | 'dilution'> =>
  welders.find(({ person }) => person === asker) ?? { count, next, dilution };

/** A joint as it is reckoned with: dilution nothing was said of is the workshop's own, where it is known. */
export function withLearnt<Joint extends JointInput>(
  joint: Joint,
  learnt: Some<'dilutions'>,
): Joint & { readonly dilution?: Joint['dilution'] | ShareRange } {
  const own = learntFor(joint, learnt);
  return own ? { ...joint, dilution: ownOf(own).next } : joint;
}

/** What was learnt of a kind of item; null: nothing, or it is left out. */
export const learntOfFamily = (family: string | null | undefined, learnt: Some<'families'>): LearntFamily | null =>
  learnt?.families.find((one) => one.family === family && !one.off) ?? null;

/** Tests that are reckoned with otherwise than their model says. */
export const learntTests = (learnt: Some<'tests'>): readonly LearntTest[] =>
  (learnt?.tests ?? []).filter(({ used, off }) => used && !off);

/**
 * A piece that is not known as it is asked about: with what pieces of its kind turned out to be, and how good its tests
 * are here.
 */
export function withEvidence(piece: PieceInput, learnt: Some<'families' | 'tests'>): PieceInput {
  if (piece.item === undefined) return piece;
  const family = learntOfFamily(piece.item.family, learnt);
  const confirmed = Object.fromEntries((family?.grades ?? []).map(({ grade, count }) => [grade, count]));
  // Of tests still to be done as well: which one is worth its minutes hangs on it.
  const lapses = Object.fromEntries(
    learntTests(learnt).map(({ test, lapse }) => [test, Math.round(lapse * 1000) / 1000]),
  );
  return {
    ...piece,
    ...(family ? { item: { ...piece.item, confirmed } } : {}),
    ...(Object.keys(lapses).length > 0 ? { lapses } : {}),
  };
}

const isStage = (kind: string): kind is QuoteStage => (QUOTE_STAGES as readonly string[]).includes(kind);

/** Stages that take longer or less in this workshop than is usual. */
export const learntPace = (learnt: Some<'minutes'>): readonly (LearntRatio & { readonly kind: QuoteStage })[] =>
  (learnt?.minutes ?? []).filter(
    (one): one is LearntRatio & { readonly kind: QuoteStage } => !one.off && isStage(one.kind),
  );

/** How a room is sealed, where nothing was said. */
export const USUAL_SEAL = 'taped';

/** What was learnt of purging a room that is sealed in some way; null: nothing, or it is left out. */
export const learntOfPurge = (seal: string | null, learnt: Some<'purges'>): LearntRatio | null =>
  learnt?.purges.find((one) => one.kind === (seal ?? USUAL_SEAL) && !one.off) ?? null;
