import type { BoardJob } from '@variatum/contracts';
import { decisionOf, leadingJoints } from '@variatum/job';
import { pieceLetter, rodName } from '@variatum/presentation';

/** What a job waits for: what to do next, and what holds it up. */
export interface NextAct {
  readonly act: string;
  readonly holdsUp: string;
}

const plural = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

const arcWords = ({ done, planned }: BoardJob['arcs']): string =>
  planned === null ? plural(done, 'arc') : `${done} of ${plural(planned, 'arc')}`;

type Known = Pick<BoardJob, 'pieces' | 'joints' | 'decided' | 'standing' | 'arcs' | 'state'>;

/**
 * The next act of a job as its card says it, from its record: what is known of its pieces, decided for its joints,
 * welded and judged.
 */
export function nextAct(job: Known): NextAct {
  const next = byStanding(job) ?? byPart(job);
  return job.state === 'waiting' ? { ...next, holdsUp: 'waits for something outside' } : next;
}

/** Of a job that is being welded or was. */
function byStanding({ standing, arcs }: Known): NextAct | null {
  if (standing === 'welding') return { act: 'Weld on', holdsUp: `being welded, ${arcWords(arcs)}` };
  if (standing === 'judge')
    return { act: 'Judge the weld', holdsUp: arcs.done === 0 ? 'welded' : `welded, ${arcWords(arcs)}` };
  return standing === 'out' ? { act: 'Out', holdsUp: 'in use again' } : null;
}

function byPart({ pieces, joints, decided }: Known): NextAct {
  if (pieces.length === 0) return { act: 'Add a piece', holdsUp: 'nothing known of it yet' };
  const named = ({ grade, weldMetal }: BoardJob['pieces'][number]): boolean => grade !== null || weldMetal !== null;
  const blank = pieces.findIndex((piece) => !named(piece) && piece.likelyFamily === null);
  if (blank >= 0)
    return { act: `Identify ${pieceLetter(blank)}`, holdsUp: `nothing known of ${pieces[blank]?.name ?? 'it'}` };
  const open = pieces.filter((piece) => !named(piece)).length;
  const openWords =
    open === 0
      ? 'all metals named'
      : open === pieces.length
        ? 'no metal is named yet'
        : `metal of ${open} of ${plural(pieces.length, 'piece')} is open`;
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
    act: `Weld with ${names.join(', ')}`,
    holdsUp: joints.length === 1 ? 'ready to weld' : `ready to weld, ${plural(joints.length, 'joint')}`,
  };
}
