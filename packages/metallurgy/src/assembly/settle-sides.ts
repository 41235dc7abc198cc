import joints from '../../data/joints.json';
import { fromJson } from '../from-json';
import type { Assembly, AssemblyJoint, End, JointSide } from './assembly-input';
import type { Body } from './body';

/** How the sides of a joint meet: two ends, an end on a side, one lying on the other, or one piece alone. */
export type Meeting = 'ends' | 'end-on-side' | 'flush' | 'alone';

/** Where a side sits: at an end, or at a share of the length and an hour round it. */
export type SidePlace = { readonly end: End } | { readonly share: number; readonly clock: number };

/** A side with its place settled. */
export interface SettledSide {
  readonly piece: string;
  /** Which of several alike. */
  readonly copy: number;
  readonly place: SidePlace;
}

/** A joint whose every side has a place; at most two sides make the picture, the first two base metals. */
export interface SettledJoint {
  readonly joint: AssemblyJoint;
  readonly meeting: Meeting;
  readonly sides: readonly SettledSide[];
}

/** A joint with the sides that can be drawn, and how they meet. */
interface Plan {
  readonly joint: AssemblyJoint;
  readonly sides: readonly JointSide[];
  readonly meeting: Meeting;
  /** Which side brings its end, where only one does. */
  readonly branch: number;
}

const opposite = (end: End): End => (end === 'start' ? 'finish' : 'start');
const isRun = (body: Body): boolean => body.kind === 'round' || body.kind === 'bent';
const hasEnds = (body: Body): boolean => body.kind !== 'ring';
const acrossOf = (body: Body): number => ('outside' in body ? body.outside : body.height);
const areaOf = (body: Body): number => body.length * ('width' in body ? body.width : acrossOf(body) * Math.PI);
const standsAlong = ({ end, alongMm, clock }: JointSide): boolean =>
  end === null && (alongMm !== null || clock !== null);

/** How a joint of two pieces meets. What somebody said of the places goes before what is usual for the joint. */
function meetingOf(
  joint: AssemblyJoint,
  sides: readonly JointSide[],
  [a, b]: readonly [Body, Body],
): Omit<Plan, 'joint' | 'sides'> {
  const asData = fromJson<Meeting>(joints.types[joint.type].meets);
  // A crack between two pieces lies in the joint that once made them one.
  const usual = asData === 'alone' ? 'ends' : asData;
  const [first, second] = sides as readonly [JointSide, JointSide];
  if (usual === 'flush') return { meeting: 'flush', branch: areaOf(a) <= areaOf(b) ? 0 : 1 };
  if (standsAlong(first)) return { meeting: 'end-on-side', branch: 1 };
  if (standsAlong(second)) return { meeting: 'end-on-side', branch: 0 };
  if (!hasEnds(a)) return { meeting: 'end-on-side', branch: 1 };
  if (!hasEnds(b)) return { meeting: 'end-on-side', branch: 0 };
  if (usual === 'ends' || (first.end !== null && second.end !== null)) return { meeting: 'ends', branch: 0 };
  // A flange closes the end of a tube; it is no run that something stands on.
  if ((a.kind === 'disc' && isRun(b)) || (b.kind === 'disc' && isRun(a))) return { meeting: 'ends', branch: 0 };
  if (isRun(a) && isRun(b)) return { meeting: 'end-on-side', branch: acrossOf(a) <= acrossOf(b) ? 0 : 1 };
  return { meeting: 'end-on-side', branch: isRun(b) && !isRun(a) ? 1 : 0 };
}

const bringsEnd = ({ meeting, branch, sides }: Plan, side: number): boolean =>
  meeting === 'ends' || (meeting === 'end-on-side' && side === branch) || (sides[side]?.end ?? null) !== null;

/** Ends of the pieces that something meets already. */
class TakenEnds {
  private readonly ends = new Map<string, Set<End>>();

  take(piece: string, end: End): void {
    this.ends.set(piece, (this.ends.get(piece) ?? new Set()).add(end));
  }

  /** Takes an end that is still free; the wanted one when both are, or neither. */
  takeFree(piece: string, wanted: End): End {
    const taken = this.ends.get(piece);
    const end = taken?.has(wanted) && !taken.has(opposite(wanted)) ? opposite(wanted) : wanted;
    this.take(piece, end);
    return end;
  }
}

/** Sides that stand somewhere along their piece and do not say where: they are spread evenly. */
function spreadOver(
  plans: readonly Plan[],
  single: (piece: string) => boolean,
): ReadonlyMap<string, readonly string[]> {
  const waiting = new Map<string, string[]>();
  for (const plan of plans)
    plan.sides.forEach(({ piece, alongMm }, side) => {
      if (bringsEnd(plan, side) || alongMm !== null || !single(piece)) return;
      waiting.set(piece, [...(waiting.get(piece) ?? []), `${plan.joint.id} ${side}`]);
    });
  return waiting;
}

/**
 * Settles where every joint sits on its pieces: what was said counts, what was left open follows from how the joint
 * meets, from the ends that are still free, and from an even spread. Pieces of which there are several alike give one
 * to each joint in turn.
 */
export function settleSides(
  { pieces, joints: all }: Assembly,
  bodies: ReadonlyMap<string, Body>,
): readonly SettledJoint[] {
  const alike = new Map(pieces.map(({ id, count }) => [id, count]));
  const single = (piece: string): boolean => (alike.get(piece) ?? 1) === 1;
  const plans = all.map((joint): Plan => {
    const sides = joint.sides.filter(({ piece }) => bodies.has(piece)).slice(0, 2);
    const [a, b] = sides.map(({ piece }) => bodies.get(piece) as Body);
    if (!a || !b) return { joint, sides, meeting: 'alone', branch: -1 };
    return { joint, sides, ...meetingOf(joint, sides, [a, b]) };
  });
  const ends = new TakenEnds();
  for (const { sides } of plans) for (const { piece, end } of sides) if (end !== null) ends.take(piece, end);
  const waiting = spreadOver(plans, single);
  const uses = new Map<string, number>();
  return plans.map((plan) => ({
    joint: plan.joint,
    meeting: plan.meeting,
    sides: plan.sides.map(({ piece, end, alongMm, clock }, side): SettledSide => {
      const body = bodies.get(piece) as Body;
      const nth = uses.get(piece) ?? 0;
      uses.set(piece, nth + 1);
      const copy = nth % (alike.get(piece) ?? 1);
      if (bringsEnd(plan, side)) {
        // In a row the first piece goes before the second.
        const wanted = plan.meeting === 'ends' && side === 0 ? 'finish' : 'start';
        return { piece, copy, place: { end: end ?? (single(piece) ? ends.takeFree(piece, wanted) : wanted) } };
      }
      const list = waiting.get(piece) ?? [];
      const turn = Math.max(0, list.indexOf(`${plan.joint.id} ${side}`));
      const even = body.kind === 'ring' ? turn / Math.max(1, list.length) : (turn + 1) / (Math.max(1, list.length) + 1);
      const share = alongMm !== null && body.trueLength ? Math.min(1, alongMm / body.trueLength) : even;
      // What lies on a round piece is turned to whoever looks at it; what stands on it stands up.
      const faces =
        (plan.meeting === 'alone' || plan.meeting === 'flush') &&
        ('outside' in body || body.kind === 'block') &&
        body.kind !== 'ring';
      return { piece, copy, place: { share, clock: clock ?? (faces ? 3 : 12) } };
    }),
  }));
}
