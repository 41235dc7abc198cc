import type { JobDetail } from '@variatum/contracts';
import { activeJoints, activePieces, leaderOf } from '@variatum/job';
import type { Candidate, LengthUnit, PassLog, Verdict } from '@variatum/metallurgy';
import { GRADE_OPEN, metalWords, pieceLetter, sizeWords } from '../words';
import { kindOfJoint, type JointWords, type PieceWords } from './whole-picture';

/**
 * What the picture of a part says of its pieces.
 * @param candidates what each piece may be, likeliest first
 */
export function pieceWordsOf(
  job: Pick<JobDetail, 'pieces'>,
  candidates: (piece: string) => readonly Candidate[] | undefined,
  unit: LengthUnit,
): ReadonlyMap<string, PieceWords> {
  return new Map(
    activePieces(job).map((piece, order) => {
      const metal = metalWords(piece, candidates(piece.id));
      const size = sizeWords(piece, unit);
      // Of a piece nothing is known of, nothing is said.
      const words = size === '' && metal === GRADE_OPEN ? '' : [size, metal].filter(Boolean).join(' · ');
      const open = piece.grade === null && piece.weldMetal === null;
      return [piece.id, { letter: pieceLetter(order), order, words, open }];
    }),
  );
}

/** What the picture of a part says of its joints. */
export function jointWordsOf(
  job: Pick<JobDetail, 'pieces' | 'joints'>,
  decided: (joint: JobDetail['joints'][number]) => boolean,
  stateOf: (joint: string) => Pick<JointWords, 'weld' | 'missedAt'>,
): ReadonlyMap<string, JointWords> {
  const old = new Set(activePieces(job).flatMap(({ id, kind }) => (kind === 'old-weld' ? [id] : [])));
  return new Map(
    activeJoints(job).map((joint, index, all) => [
      joint.id,
      {
        number: String(index + 1),
        kind: kindOfJoint(leaderOf(all, joint).joint.type),
        oldWeld: joint.sides.some(({ piece }) => old.has(piece)),
        decided: decided(joint),
        ...stateOf(joint.id),
      },
    ]),
  );
}

/**
 * What the weld of a joint has come to, and where it misses its profile.
 * @param verdict undefined while nothing is judged
 * @param lengthMm of its seam; null: not known
 */
export function weldStateOf(
  verdict: Verdict | undefined,
  { beads, burning, cracks }: PassLog,
  lengthMm: number | null,
): Pick<JointWords, 'weld' | 'missedAt'> {
  if (verdict?.state === 'missed') {
    const misses = verdict.lines
      .filter(({ state }) => state === 'missed')
      .flatMap(({ finding }) => finding?.atMm ?? []);
    return { weld: 'missed', missedAt: lengthMm === null ? [] : misses.map((mm) => mm / lengthMm) };
  }
  if (verdict?.state === 'met') return { weld: 'met' };
  if (burning.length > 0) return { weld: 'burning' };
  if (cracks.length > 0) return { weld: 'cracked' };
  return { weld: beads.length > 0 ? 'laid' : undefined };
}
