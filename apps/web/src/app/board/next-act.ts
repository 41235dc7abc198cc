import type { BoardJob } from '@variatum/contracts';
import { decisionOf, leadingJoints } from '@variatum/job';
import { pieceLetter, rodName } from '@variatum/presentation';

/** What a job waits for: what to do next, and what holds it up. */
export interface NextAct {
  readonly act: string;
  readonly holdsUp: string;
}

const plural = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

/** The next act of a job as its card says it, from what is known of its pieces and decided for its joints. */
export function nextAct({ pieces, joints, decided }: Pick<BoardJob, 'pieces' | 'joints' | 'decided'>): NextAct {
  if (pieces.length === 0) return { act: 'Add a piece', holdsUp: 'nothing known of it yet' };
  const named = ({ grade, weldMetal }: BoardJob['pieces'][number]): boolean => grade !== null || weldMetal !== null;
  const blank = pieces.findIndex((piece) => !named(piece) && piece.likelyFamily === null);
  if (blank >= 0)
    return { act: `Identify ${pieceLetter(blank)}`, holdsUp: `nothing known of ${pieces[blank]?.name ?? 'it'}` };
  const open = pieces.filter((piece) => !named(piece)).length;
  const openWords =
    open === 0
      ? 'all metals named'
      : `grade open on ${open === pieces.length ? 'all' : open} of ${plural(pieces.length, 'piece')}`;
  if (joints.length === 0) return { act: 'Describe the joint', holdsUp: openWords };
  const leaders = leadingJoints(joints);
  const undecided = leaders.filter((joint) => decisionOf(joints, decided, joint) === undefined);
  const [first] = undecided;
  if (first) {
    const which = leaders.length === 1 ? 'the rod' : `the rod for joint ${joints.indexOf(first) + 1}`;
    return {
      act: `Decide ${which}`,
      holdsUp:
        leaders.length === undecided.length
          ? openWords
          : `${leaders.length - undecided.length} of ${leaders.length} decided`,
    };
  }
  const names = [...new Set(leaders.map((joint) => rodName(decisionOf(joints, decided, joint)?.rod ?? null)))];
  return {
    act: names.join(', '),
    holdsUp: joints.length === 1 ? 'decided' : `decided for ${plural(joints.length, 'joint')}`,
  };
}
