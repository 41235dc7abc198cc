import data from '../../data/assembly.json';
import type { JointType } from '../joint';
import type { End } from './assembly-input';
import { reachAt, type Body } from './body';
import { frameAgainst, portInSpace, UPRIGHT, type Frame, type Port } from './frame';
import { endPort, sidePort } from './port';
import type { SettledJoint, SettledSide } from './settle-sides';
import type { SettledPart } from './settled-part';
import { across, plus, times, type Vector } from './vector';

/** A body where it lies. */
export interface PlacedBody {
  readonly piece: string;
  /** Which of several alike, from 0. */
  readonly copy: number;
  readonly body: Body;
  readonly frame: Frame;
  /** Bodies that hang together have the same number. */
  readonly group: number;
  /** Drawn over those of a lower layer at the same depth. */
  readonly layer: number;
  /** Ends something meets. */
  readonly joined: ReadonlySet<End>;
  /** Joint by which it is held to what was placed before it; undefined for the first of its group. */
  readonly heldBy: string | undefined;
}

export const keyOf = (piece: string, copy: number): string => `${piece}#${copy}`;
const keyOfSide = ({ piece, copy }: SettledSide): string => keyOf(piece, copy);

/** A face turned to whoever looks, length to the right: how sheets that lie side by side are shown. */
const PLAN: Frame = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 0, 1], z: [0, -1, 0] };

/** Where a side of a joint lies on its own body. */
export const portOf = (body: Body, { place }: SettledSide): Port =>
  'end' in place ? endPort(body, place.end) : sidePort(body, place.share, place.clock);

/** Half of how far a body reaches from its axis at a side. */
const reachOf = (body: Body, { place }: SettledSide): number =>
  reachAt(body, 'end' in place ? (place.end === 'start' ? 0 : 1) : place.share);

/** How deep a round branch sinks into a round run before its whole edge touches, mm. */
export function sink(run: number, branch: number): number {
  const within = Math.min(branch, run * data.branchToRun);
  return run - Math.sqrt(run * run - within * within);
}

/** Frame of the second side's body when the first one's lies already. */
function frameBeside(joint: SettledJoint, placed: PlacedBody, from: SettledSide, to: SettledSide, body: Body): Frame {
  const port = portInSpace(placed.frame, portOf(placed.body, from));
  const own = portOf(body, to);
  const up = across(port.out, port.up);
  const at = (point: Vector, out: Vector = port.out, twelve: Vector = up): Frame =>
    frameAgainst(own, point, out, twelve);
  const [reach, ownReach] = [reachOf(placed.body, from), reachOf(body, to)];
  const round = 'outside' in placed.body && 'outside' in body;
  const gap = joint.joint.gapMm ?? 0;
  if (joint.meeting === 'ends') {
    switch (joint.joint.type) {
      case 'lap':
      case 'socket': {
        if (round)
          return at(plus(port.point, times(port.out, -data.socketDepthToOutside * 2 * Math.min(reach, ownReach))));
        const lap = data.lapToThickness * Math.max(2 * reach, 2 * ownReach);
        return at(plus(plus(port.point, times(port.out, -lap)), times(up, reach + ownReach)));
      }
      case 'corner':
        if (round) return at(port.point, up, port.out);
        return at(plus(plus(port.point, times(port.out, -ownReach)), times(up, reach)), up, port.out);
      default: {
        const point = plus(port.point, times(port.out, gap));
        // Sheets of two thicknesses lie flush below; tubes share their axis.
        return at(round ? point : plus(point, times(up, ownReach - reach)));
      }
    }
  }
  if (joint.meeting === 'flush') return frameAgainst(sidePort(body, 0.5, 6), port.point, port.out, up);
  if (!round) return at(port.point);
  const run = 'end' in from.place ? ownReach : reach;
  const branch = 'end' in from.place ? reach : ownReach;
  return at(plus(port.point, times(port.out, -sink(run, branch))));
}

/** What is drawn first among bodies that hang together: what the others stand on. */
function weight(body: Body, joints: number): number {
  return (
    (body.kind === 'ring' ? 1e6 : 0) +
    joints * 1e4 +
    (body.kind === 'disc' || body.kind === 'cap' ? -1e5 : 0) +
    body.length
  );
}

/** Joints that keep flat pieces in one plane, or in two that lie on each other. */
const IN_PLANE: ReadonlySet<JointType> = new Set(['square-butt', 'bevel', 'crack', 'lap']);

/** Whether pieces are shown from above: all of them flat, side by side or on each other. */
const seenFlat = (bodies: readonly Body[], joints: readonly SettledJoint[]): boolean =>
  bodies.every(({ kind }) => kind === 'flat') &&
  joints.every(
    ({ meeting, joint: { type } }) =>
      meeting === 'alone' || meeting === 'flush' || (meeting === 'ends' && IN_PLANE.has(type)),
  );

/**
 * Puts every piece where its joints hold it, each group of pieces that hang together about an origin of its own. A
 * joint that would close a ring of pieces holds nothing: its two sides are linked in the picture.
 */
export function placeBodies({ pieces, bodies, joints }: SettledPart): readonly PlacedBody[] {
  const meeting = new Map<string, SettledJoint[]>();
  const joined = new Map<string, Set<End>>();
  for (const joint of joints)
    for (const side of joint.sides) {
      const key = keyOfSide(side);
      meeting.set(key, [...(meeting.get(key) ?? []), joint]);
      const ends = joined.get(key) ?? new Set<End>();
      if ('end' in side.place) ends.add(side.place.end);
      joined.set(key, ends);
    }
  const keys = pieces.flatMap(({ id, count }) =>
    bodies.has(id)
      ? Array.from({ length: Math.max(1, count) }, (_, copy) => ({ id, copy, key: keyOf(id, copy) }))
          // Of several alike, those that no joint names are counted in words.
          .filter(({ key, copy }) => copy === 0 || meeting.has(key))
      : [],
  );
  const byWeight = [...keys].sort(
    (left, right) =>
      weight(bodies.get(right.id) as Body, meeting.get(right.key)?.length ?? 0) -
      weight(bodies.get(left.id) as Body, meeting.get(left.key)?.length ?? 0),
  );
  const placed = new Map<string, PlacedBody>();
  let group = 0;
  for (const { id, copy, key } of byWeight) {
    if (placed.has(key)) continue;
    const body = bodies.get(id) as Body;
    const members = groupOf(key, meeting);
    const flat = seenFlat(
      [...members].map((one) => bodies.get(one.split('#')[0] as string) as Body),
      [...members].flatMap((one) => meeting.get(one) ?? []),
    );
    placed.set(key, {
      piece: id,
      copy,
      body,
      group,
      layer: 0,
      frame: flat ? PLAN : UPRIGHT,
      joined: joined.get(key) ?? new Set(),
      heldBy: undefined,
    });
    const queue = [key];
    for (let next = queue.shift(); next !== undefined; next = queue.shift()) {
      const here = placed.get(next) as PlacedBody;
      for (const joint of meeting.get(next) ?? []) {
        const [first, second] = joint.sides;
        if (!first || !second) continue;
        const [from, to] = keyOfSide(first) === next ? [first, second] : [second, first];
        const other = keyOfSide(to);
        if (placed.has(other)) continue;
        const theirs = bodies.get(to.piece) as Body;
        placed.set(other, {
          piece: to.piece,
          copy: to.copy,
          body: theirs,
          group,
          layer: here.layer + over(joint, here, from, theirs),
          frame: frameBeside(joint, here, from, to, theirs),
          joined: joined.get(other) ?? new Set(),
          heldBy: joint.joint.id,
        });
        queue.push(other);
      }
    }
    group++;
  }
  return keys.flatMap(({ key }) => placed.get(key) ?? []);
}

/**
 * Whether a body is drawn over the one it is placed against: a branch starts behind its run, a socket covers what is in
 * it.
 */
function over(joint: SettledJoint, here: PlacedBody, from: SettledSide, body: Body): number {
  if (joint.meeting === 'flush' || (joint.joint.type === 'lap' && body.kind === 'flat')) return 1;
  if (joint.meeting === 'end-on-side') return 'end' in from.place ? 1 : -1;
  return joint.joint.type === 'socket' && reachAt(body, 0) > reachOf(here.body, from)
    ? 1
    : joint.joint.type === 'socket'
      ? -1
      : 0;
}

function groupOf(key: string, meeting: ReadonlyMap<string, readonly SettledJoint[]>): ReadonlySet<string> {
  const found = new Set([key]);
  for (const one of found)
    for (const { sides } of meeting.get(one) ?? []) for (const side of sides) found.add(keyOfSide(side));
  return found;
}
