import data from '../../data/assembly.json';
import { reachAt, type Body } from './body';
import { portInSpace } from './frame';
import { keyOf, portOf, type PlacedBody } from './place-bodies';
import { sidePort } from './port';
import type { SettledJoint, SettledSide } from './settle-sides';
import { across, cross, lengthOf, minus, plus, times, type Vector } from './vector';

/** Points round a ring: a polygon of so many is short of its circle by less than a twentieth of a thousandth. */
const ROUND = 240;

/** The line a joint runs along, in space. */
export interface Seam {
  readonly points: readonly Vector[];
  readonly closed: boolean;
  /** Whether every size it follows from is known. */
  readonly known: boolean;
}

/** Length of a line in space, mm. */
export function seamLength({ points, closed }: Pick<Seam, 'points' | 'closed'>): number {
  const ends = closed ? [...points, points[0] as Vector] : points;
  return ends.slice(1).reduce((sum, point, index) => sum + lengthOf(minus(point, ends[index] as Vector)), 0);
}

const round = (at: (angle: number) => Vector): readonly Vector[] =>
  Array.from({ length: ROUND }, (_, index) => at((2 * Math.PI * index) / ROUND));

/** A ring round a point, from twelve o'clock of the port on. */
function ring(point: Vector, out: Vector, up: Vector, radius: number): readonly Vector[] {
  const side = cross(out, up);
  return round((angle) =>
    plus(point, plus(times(up, radius * Math.cos(angle)), times(side, radius * Math.sin(angle)))),
  );
}

/** Where a round branch meets a round run: on both of their surfaces. */
function saddle(axis: Vector, out: Vector, heads: Vector, run: number, branch: number): readonly Vector[] {
  const side = cross(out, heads);
  const r = Math.min(branch, run * data.branchToRun);
  return round((angle) => {
    const across = r * Math.sin(angle);
    return plus(
      plus(axis, times(heads, r * Math.cos(angle))),
      plus(times(side, across), times(out, Math.sqrt(run * run - across * across))),
    );
  });
}

const widthOf = (body: Body, reach: number): number => ('width' in body ? body.width : 2 * reach);

/** A line of a body's own course over its surface: a crack, a bead laid on it. */
function courseOn(placed: PlacedBody, side: SettledSide, { joint }: SettledJoint): readonly Vector[] {
  const { body, frame } = placed;
  const { share, clock } = 'end' in side.place ? { share: side.place.end === 'start' ? 0 : 1, clock: 12 } : side.place;
  const reach = reachAt(body, share);
  const whole = 'outside' in body ? 2 * reach * Math.PI : widthOf(body, reach);
  const around = (joint.course ?? (joint.type === 'crack' ? 'along' : 'around')) === 'around';
  const length =
    joint.lengthMm ?? (joint.type === 'overlay' && around ? whole : data.crackToWidth * widthOf(body, reach));
  const steps = 48;
  const offsets = Array.from({ length: steps + 1 }, (_, index) => (index / steps - 0.5) * length);
  return offsets.map((offset) => {
    if (!around) {
      // True to scale on a run that is drawn shortened.
      const scaled = offset / body.length;
      return portInSpace(frame, sidePort(body, Math.min(1, Math.max(0, share + scaled)), clock)).point;
    }
    if ('outside' in body)
      return portInSpace(frame, sidePort(body, share, clock + (offset / reach / Math.PI) * 6)).point;
    const { point, out, up } = portInSpace(frame, sidePort(body, share, clock));
    return plus(point, times(cross(out, up), Math.max(-whole / 2, Math.min(whole / 2, offset))));
  });
}

/** The outline of a flat piece lying on another one. */
function rim({ body, frame }: PlacedBody): readonly Vector[] {
  const half = widthOf(body, reachAt(body, 0.5)) / 2;
  const corners: readonly Vector[] = [
    [0, 0, -half],
    [body.length, 0, -half],
    [body.length, 0, half],
    [0, 0, half],
  ];
  return corners.map((corner) => portInSpace(frame, { point: corner, out: [0, 1, 0], up: [1, 0, 0] }).point);
}

/** The line along which a joint is welded. @returns null when a side of it is not drawn */
export function seamOf(settled: SettledJoint, placed: ReadonlyMap<string, PlacedBody>): Seam | null {
  const [first, second] = settled.sides;
  const a = first && placed.get(keyOf(first.piece, first.copy));
  if (!first || !a) return null;
  const b = second && placed.get(keyOf(second.piece, second.copy));
  if (!second || !b) {
    const points = courseOn(a, first, settled);
    const whole = settled.joint.type === 'overlay' && a.body.known.across && settled.joint.course !== 'along';
    const full =
      settled.joint.type === 'overlay' && settled.joint.lengthMm === null && settled.joint.course !== 'along';
    return { points, closed: false, known: settled.joint.lengthMm !== null || (full && whole) };
  }
  const known = a.body.known.across && b.body.known.across;
  if (settled.meeting === 'flush') {
    const smaller = a.layer >= b.layer ? a : b;
    return { points: rim(smaller), closed: true, known: smaller.body.known.across && smaller.body.known.length };
  }
  const endSide = (side: SettledSide): boolean => 'end' in side.place;
  const [branch, branchSide, run, runSide] =
    endSide(first) && !endSide(second)
      ? [a, first, b, second]
      : endSide(second) && !endSide(first)
        ? [b, second, a, first]
        : [a, first, b, second];
  const port = portInSpace(branch.frame, portOf(branch.body, branchSide));
  const up = across(port.out, port.up);
  const branchReach = reachAt(branch.body, 'end' in branchSide.place && branchSide.place.end === 'finish' ? 1 : 0);
  const runReach = reachAt(
    run.body,
    'end' in runSide.place ? (runSide.place.end === 'finish' ? 1 : 0) : runSide.place.share,
  );
  const roundBranch = 'outside' in branch.body;
  const roundRun = 'outside' in run.body;
  if (settled.meeting === 'end-on-side') {
    if (roundBranch && roundRun) {
      const on = portInSpace(run.frame, portOf(run.body, runSide));
      const axis = plus(on.point, times(on.out, -runReach));
      return { points: saddle(axis, on.out, across(on.out, on.up), runReach, branchReach), closed: true, known };
    }
    if (roundBranch)
      return { points: ring(port.point, port.out, up, branchReach), closed: true, known: branch.body.known.across };
    return {
      ...lineAcross(
        port.point,
        cross(port.out, up),
        widthOf(branch.body, branchReach),
        roundRun ? runReach : null,
        port.out,
      ),
      known,
    };
  }
  if (roundBranch && roundRun) {
    const least = Math.min(branchReach, runReach);
    // In a socket the bead lies where the outer one ends, round the inner one.
    if (settled.joint.type === 'socket' || settled.joint.type === 'lap') {
      const [outer, side] = branchReach >= runReach ? [branch, branchSide] : [run, runSide];
      const mouth = portInSpace(outer.frame, portOf(outer.body, side));
      return { points: ring(mouth.point, mouth.out, across(mouth.out, mouth.up), least), closed: true, known };
    }
    return { points: ring(port.point, port.out, up, least), closed: true, known };
  }
  if (roundBranch || roundRun) {
    const tube = roundBranch ? branch : run;
    const side = roundBranch ? branchSide : runSide;
    const end = portInSpace(tube.frame, portOf(tube.body, side));
    return {
      points: ring(end.point, end.out, across(end.out, end.up), roundBranch ? branchReach : runReach),
      closed: true,
      known: tube.body.known.across,
    };
  }
  const width = Math.min(widthOf(branch.body, branchReach), widthOf(run.body, runReach));
  if (settled.joint.type === 'lap') {
    // Where the upper one ends on the lower one.
    const [upper, side] = a.layer >= b.layer ? [a, first] : [b, second];
    const end = portInSpace(upper.frame, portOf(upper.body, side));
    return { ...lineAcross(end.point, cross(end.out, across(end.out, end.up)), width, null, end.out), known };
  }
  return { ...lineAcross(port.point, cross(port.out, up), width, null, port.out), known };
}

/** A line across a flat end; on a round run it follows the run. @param run radius of that run */
function lineAcross(
  point: Vector,
  side: Vector,
  width: number,
  run: number | null,
  out: Vector,
): Pick<Seam, 'points' | 'closed'> {
  const steps = 48;
  const half = run === null ? width / 2 : run * Math.asin(Math.min(1, width / 2 / run));
  const points = Array.from({ length: steps + 1 }, (_, index) => {
    const offset = (index / steps - 0.5) * 2 * half;
    if (run === null) return plus(point, times(side, offset));
    const angle = offset / run;
    return plus(plus(point, times(side, run * Math.sin(angle))), times(out, run * (1 - Math.cos(angle))));
  });
  return { points, closed: false };
}
