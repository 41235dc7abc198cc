import type { Assembly } from './assembly-input';
import { portInSpace, toSpace } from './frame';
import { outlineOf, type Outline } from './outline';
import { keyOf, placeBodies, portOf, type PlacedBody } from './place-bodies';
import { centreLine } from './port';
import { seamOf, type Seam } from './seam';
import type { SettledJoint } from './settle-sides';
import { settlePart } from './settled-part';
import { lengthOf, minus, plus, seen, type Point, type Vector } from './vector';

/** A piece as it is drawn. */
export interface LaidPiece {
  readonly id: string;
  readonly copy: number;
  readonly count: number;
  readonly placed: PlacedBody;
  readonly outline: Outline;
  /** Middle of its centre line. */
  readonly middle: Point;
}

/** A joint as it is drawn. */
export interface LaidJoint {
  readonly id: string;
  readonly settled: SettledJoint;
  readonly seam: Seam | null;
  /** The seam in the picture; empty when no piece of it is drawn. */
  readonly line: readonly Point[];
  /** Where its number stands: middle of the seam, and which way leads off the part. */
  readonly at: Point;
  readonly away: Point;
  /** The two places it links, where the picture could not bring them together. */
  readonly link: readonly [Point, Point] | null;
}

/** A part laid out, mm: right and down. */
export interface Layout {
  /** From the back to the front. */
  readonly pieces: readonly LaidPiece[];
  readonly joints: readonly LaidJoint[];
  readonly box: Box;
}

/** A rectangle of the picture, mm. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Rectangle round points. */
export function boxOf(points: readonly Point[]): Box {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const least = (list: readonly number[]): number => list.reduce((a, b) => Math.min(a, b), Infinity);
  const most = (list: readonly number[]): number => list.reduce((a, b) => Math.max(a, b), -Infinity);
  return points.length === 0
    ? { left: 0, top: 0, right: 0, bottom: 0 }
    : { left: least(xs), top: least(ys), right: most(xs), bottom: most(ys) };
}

/** Room between parts that do not hang together, as a share of their size. */
const APART = 0.25;
/** How far apart two sides of a joint may lie and still count as one place, mm. */
const TOGETHER = 1;

const moved = (placed: PlacedBody, by: Vector): PlacedBody => ({
  ...placed,
  frame: { ...placed.frame, origin: plus(placed.frame.origin, by) },
});

const pointsOf = ({ rims }: Outline): readonly Point[] => rims[0] ?? [];

/** Shares of a piece's length where joints sit. */
function busyOf(joints: readonly SettledJoint[]): ReadonlyMap<string, readonly number[]> {
  const busy = new Map<string, number[]>();
  for (const { sides } of joints)
    for (const { piece, copy, place } of sides)
      if ('share' in place) busy.set(keyOf(piece, copy), [...(busy.get(keyOf(piece, copy)) ?? []), place.share]);
  return busy;
}

/** Sets groups that do not hang together beside each other, in rows about as wide as they are high together. */
function apart(placed: readonly PlacedBody[], outline: (body: PlacedBody) => Outline): readonly PlacedBody[] {
  const groups = new Map<number, PlacedBody[]>();
  for (const body of placed) groups.set(body.group, [...(groups.get(body.group) ?? []), body]);
  const boxes = [...groups.values()].map((bodies) => ({
    bodies,
    box: boxOf(bodies.flatMap((body) => pointsOf(outline(body)))),
  }));
  if (boxes.length < 2) return placed;
  const size = Math.max(...boxes.map(({ box }) => Math.max(box.right - box.left, box.bottom - box.top)));
  const area = boxes.reduce(
    (sum, { box }) => sum + (box.right - box.left + size * APART) * (box.bottom - box.top + size * APART),
    0,
  );
  const wide = Math.max(size, Math.sqrt(area) * 1.6);
  let [x, y, row] = [0, 0, 0];
  return boxes.flatMap(({ bodies, box }) => {
    const [width, height] = [box.right - box.left, box.bottom - box.top];
    if (x > 0 && x + width > wide) {
      x = 0;
      y += row + size * APART;
      row = 0;
    }
    const by: Vector = [x - box.left, -(y - box.top), 0];
    x += width + size * APART;
    row = Math.max(row, height);
    return bodies.map((body) => moved(body, by));
  });
}

/** How near to the viewer a body's middle lies; a branch starts behind its run. */
const depthOf = ({ body, frame }: PlacedBody): number => toSpace(frame, centreLine(body, 0.5).point)[2];

function laidJoint(
  settled: SettledJoint,
  placed: ReadonlyMap<string, PlacedBody>,
  centres: ReadonlyMap<string, Point>,
): LaidJoint {
  const seam = seamOf(settled, placed);
  const line = (seam?.points ?? []).map(seen);
  const box = boxOf(line);
  const at: Point = line.length === 0 ? [0, 0] : [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const sides = settled.sides.flatMap((side) => {
    const body = placed.get(keyOf(side.piece, side.copy));
    return body ? [{ side, body, port: portInSpace(body.frame, portOf(body.body, side)) }] : [];
  });
  const ends = sides.map(({ port }) => port.point);
  const reach = Math.max(
    0,
    ...sides.map(({ body }) => ('outside' in body.body ? body.body.outside : body.body.height)),
  );
  // A joint that holds neither side could not bring them together; where they chanced to meet there is nothing to link.
  const holds = sides.some(({ body }) => body.heldBy === settled.joint.id);
  const away = lengthOf(minus(ends[0] ?? [0, 0, 0], ends[1] ?? ends[0] ?? [0, 0, 0]));
  const linked = ends.length === 2 && !holds && away > TOGETHER;
  // Its number stands off the part: away from the middles of its pieces.
  const centre = sides.map(({ side }) => centres.get(keyOf(side.piece, side.copy)) ?? at);
  const mean: Point = [
    centre.reduce((sum, [x]) => sum + x, 0) / Math.max(1, centre.length),
    centre.reduce((sum, [, y]) => sum + y, 0) / Math.max(1, centre.length),
  ];
  const from: Point = [at[0] - mean[0], at[1] - mean[1]];
  const size = Math.hypot(...from);
  return {
    id: settled.joint.id,
    settled,
    seam,
    line: seam?.closed ? [...line, line[0] as Point] : line,
    at,
    away:
      size > 1e-3 * (reach + 1) && Math.abs(from[1]) > Math.abs(from[0]) * 0.2
        ? [from[0] / size, from[1] / size]
        : [0, -1],
    link: linked ? [seen(ends[0] as Vector), seen(ends[1] as Vector)] : null,
  };
}

/**
 * Lays a part out as a picture: every piece where its joints hold it, to scale across, long runs shortened; what is not
 * known is drawn in a usual size and marked. Whatever is said of a part, something is laid out: pieces no joint holds
 * stand beside it.
 * @param assembly pieces and joints; joints of pieces that are not there are drawn from those that are
 */
export function layOut(assembly: Assembly): Layout {
  const part = settlePart(assembly);
  const busy = busyOf(part.joints);
  const outline = (body: PlacedBody): Outline => outlineOf(body, busy.get(keyOf(body.piece, body.copy)) ?? []);
  const placed = apart(placeBodies(part), outline);
  const byKey = new Map(placed.map((body) => [keyOf(body.piece, body.copy), body]));
  const counts = new Map(part.pieces.map(({ id, count }) => [id, count]));
  const pieces = placed
    .map((body): LaidPiece => ({
      id: body.piece,
      copy: body.copy,
      count: counts.get(body.piece) ?? 1,
      placed: body,
      outline: outline(body),
      middle: seen(toSpace(body.frame, centreLine(body.body, body.body.kind === 'ring' ? 0.625 : 0.5).point)),
    }))
    .sort((left, right) => depthOf(left.placed) - depthOf(right.placed) || left.placed.layer - right.placed.layer);
  const centres = new Map(
    pieces.map(({ id, copy, middle, placed: { body, frame } }) => [
      keyOf(id, copy),
      body.kind === 'ring' ? seen(frame.origin) : middle,
    ]),
  );
  const joints = part.joints.map((joint) => laidJoint(joint, byKey, centres));
  const box = boxOf([...pieces.flatMap((piece) => pointsOf(piece.outline)), ...joints.flatMap(({ line }) => line)]);
  return { pieces, joints, box };
}
