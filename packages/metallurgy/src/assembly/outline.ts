import { reachAt, swaged, type Body, type Round } from './body';
import type { Frame } from './frame';
import { toSpace } from './frame';
import type { PlacedBody } from './place-bodies';
import { centreLine } from './port';
import { seen, type Point, type Vector } from './vector';

/** What is drawn of a body, mm of the picture. */
export interface Outline {
  /** Closed; the first is the outside, the others are holes. */
  readonly rims: readonly (readonly Point[])[];
  /** Edges that are seen. */
  readonly edges: readonly (readonly Point[])[];
  /** Edges that lie inside: bores. */
  readonly hidden: readonly (readonly Point[])[];
  /** Where a run is broken off or shortened. */
  readonly breaks: readonly (readonly Point[])[];
}

/** How much of an axis points at the viewer before a body is drawn end on. */
const END_ON = 0.96;
const ELLIPSE_STEPS = 12;

const to2d = (frame: Frame, point: Vector): Point => seen(toSpace(frame, point));
const closedRing = (centre: Point, radius: number, steps = 60): readonly Point[] =>
  Array.from({ length: steps }, (_, index): Point => {
    const angle = (2 * Math.PI * index) / steps;
    return [centre[0] + radius * Math.cos(angle), centre[1] + radius * Math.sin(angle)];
  });

/** The smallest convex line round points. */
export function hullOf(points: readonly Point[]): readonly Point[] {
  const sorted = [...points].sort(([ax, ay], [bx, by]) => ax - bx || ay - by);
  const turn = (a: Point, b: Point, c: Point): number => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
  const half = (list: readonly Point[]): Point[] => {
    const chain: Point[] = [];
    for (const point of list) {
      while (
        chain.length >= 2 &&
        turn(chain[chain.length - 2] as Point, chain[chain.length - 1] as Point, point) <= 1e-9
      )
        chain.pop();
      chain.push(point);
    }
    chain.pop();
    return chain;
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}

/** Direction of a body's axis in the picture and how much of it points at the viewer. */
function axisOf({ x }: Frame): {
  readonly along: Point;
  readonly across: Point;
  readonly flat: number;
  readonly depth: number;
} {
  const [px, py] = seen(x);
  const flat = Math.sqrt(px * px + py * py);
  const along: Point = flat > 1e-9 ? [px / flat, py / flat] : [1, 0];
  return { along, across: [-along[1], along[0]], flat, depth: Math.abs(x[2]) };
}

/**
 * A body turned about its axis.
 * @param profile reach from the axis at places along it, mm
 * @param bore radius of what is hollow
 */
function turnedBody(
  frame: Frame,
  profile: readonly (readonly [s: number, r: number])[],
  bore: readonly (readonly [number, number])[],
): Outline {
  const { along, across, depth } = axisOf(frame);
  const at = (s: number): Point => to2d(frame, [s, 0, 0]);
  const beside = ([x, y]: Point, r: number): Point => [x + across[0] * r, y + across[1] * r];
  if (depth > END_ON) {
    // Seen on its end: the widest rim, and the bore of the end that is turned to the viewer.
    const front = frame.x[2] > 0 ? profile.length - 1 : 0;
    const widest = Math.max(...profile.map(([, r]) => r));
    const [s, r] = profile[front] as readonly [number, number];
    const inner = bore[frame.x[2] > 0 ? bore.length - 1 : 0];
    const rim = closedRing(at(s), widest);
    return {
      rims: [rim],
      edges: [
        ...(widest - r > 1e-6 ? [closedRing(at(s), r)] : []),
        ...(inner ? [closedRing(at(s), inner[1])] : []),
      ].map((ring) => [...ring, ring[0] as Point]),
      hidden: [],
      breaks: [],
    };
  }
  const bulge = (s: number, r: number, towards: number): readonly Point[] => {
    // An end that is turned a little shows as half an ellipse.
    const minor = r * depth * towards;
    if (Math.abs(minor) < 0.02 * r) return [];
    const centre = at(s);
    return Array.from({ length: ELLIPSE_STEPS - 1 }, (_, index): Point => {
      const angle = (Math.PI * (index + 1)) / ELLIPSE_STEPS;
      const [x, y] = beside(centre, r * Math.cos(angle));
      return [x + along[0] * minor * Math.sin(angle), y + along[1] * minor * Math.sin(angle)];
    });
  };
  const last = profile[profile.length - 1] as readonly [number, number];
  const first = profile[0] as readonly [number, number];
  const outside = [
    ...profile.map(([s, r]) => beside(at(s), r)),
    ...bulge(last[0], last[1], 1),
    ...[...profile].reverse().map(([s, r]) => beside(at(s), -r)),
    ...[...bulge(first[0], first[1], -1)].reverse(),
  ];
  const nearer = frame.x[2] > 0 ? last : first;
  const rimSeen = bulge(nearer[0], nearer[1], frame.x[2] > 0 ? -1 : 1);
  return {
    rims: [outside],
    edges:
      rimSeen.length > 0 ? [[beside(at(nearer[0]), nearer[1]), ...rimSeen, beside(at(nearer[0]), -nearer[1])]] : [],
    hidden: bore.length > 0 ? [bore.map(([s, r]) => beside(at(s), r)), bore.map(([s, r]) => beside(at(s), -r))] : [],
    breaks: [],
  };
}

const SWAGE_SHARES = [0, 0.55, 0.6, 0.65, 0.7, 0.75, 1] as const;

function roundProfile(body: Round): readonly (readonly [number, number])[] {
  const shares = body.endOutside === body.outside ? [0, 1] : SWAGE_SHARES;
  return shares.map((share) => [
    share * body.length,
    (body.outside + (body.endOutside - body.outside) * swaged(share)) / 2,
  ]);
}

/** A line across a run where it is broken off: a flat S, as drawings show it. */
function breakLine(frame: Frame, s: number, reach: number): readonly Point[] {
  const { along, across } = axisOf(frame);
  const [x, y] = to2d(frame, [s, 0, 0]);
  return Array.from({ length: 13 }, (_, index): Point => {
    const share = index / 12;
    const offset = reach * (1 - 2 * share);
    const wave = Math.sin(2 * Math.PI * share) * reach * 0.22;
    return [x + across[0] * offset + along[0] * wave, y + across[1] * offset + along[1] * wave];
  });
}

/**
 * Where a run's outline is interrupted: at free ends whose length is not known, in the middle where it is shortened.
 */
function breaksOf({ body, frame, joined }: PlacedBody, busy: readonly number[]): readonly (readonly Point[])[] {
  if (body.kind !== 'round' && body.kind !== 'flat') return [];
  if (axisOf(frame).depth > END_ON) return [];
  const reach = body.kind === 'round' ? reachAt(body, 0.5) : facing(frame) ? body.width / 2 : body.height / 2;
  const shortened = body.trueLength !== null && body.trueLength > body.length + 1e-6;
  if (!body.known.length) {
    const free = (['start', 'finish'] as const).filter((end) => !joined.has(end));
    if (free.length > 0) return free.map((end) => breakLine(frame, end === 'start' ? 0 : body.length, reach));
  }
  if (!shortened && body.known.length) return [];
  const middle = widestGap(busy) * body.length;
  const apart = Math.min(body.length / 12, Math.max(reach, 6) / 2);
  return [breakLine(frame, middle - apart / 2, reach), breakLine(frame, middle + apart / 2, reach)];
}

/** Middle of the widest stretch of a run that nothing stands on. @param busy shares of its length, 0 to 1 */
function widestGap(busy: readonly number[]): number {
  const stops = [0, ...[...busy].sort((a, b) => a - b), 1];
  let best: readonly [number, number] = [0, 0.5];
  for (let index = 1; index < stops.length; index++) {
    const [from, to] = [stops[index - 1] as number, stops[index] as number];
    if (to - from > best[0]) best = [to - from, (from + to) / 2];
  }
  return best[1];
}

/** Whether the broad face of something flat is turned to the viewer. */
export const facing = ({ y }: Frame): boolean => Math.abs(y[2]) > 0.7;

function boxOutline(frame: Frame, length: number, width: number, height: number): Outline {
  const corners = [0, length].flatMap((x) =>
    [-height / 2, height / 2].flatMap((y) => [-width / 2, width / 2].map((z) => to2d(frame, [x, y, z]))),
  );
  return { rims: [hullOf(corners)], edges: [], hidden: [], breaks: [] };
}

/** A rough body: a box whose edges are not straight, the same for the same size. */
function blockOutline(frame: Frame, length: number, width: number, height: number): Outline {
  const hull = boxOutline(frame, length, width, height).rims[0] as readonly Point[];
  const rough = Math.min(length, height) * 0.035;
  const points = hull.flatMap((from, index): Point[] => {
    const to = hull[(index + 1) % hull.length] as Point;
    const size = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const normal: Point = [(to[1] - from[1]) / size, -(to[0] - from[0]) / size];
    return Array.from({ length: 8 }, (_, step): Point => {
      const share = (step + 0.5) / 8;
      const wave = Math.sin(share * Math.PI) * rough * (1 + Math.sin(7 * share + 3 * index)) - rough * 0.6;
      return [
        from[0] + (to[0] - from[0]) * share + normal[0] * wave,
        from[1] + (to[1] - from[1]) * share + normal[1] * wave,
      ];
    });
  });
  return { rims: [points], edges: [], hidden: [], breaks: [] };
}

/** A run that follows a curved centre line. */
function sweptOutline(frame: Frame, body: Body, reach: number, bore: number | null): Outline {
  const steps = 40;
  const line = Array.from({ length: steps + 1 }, (_, index) => {
    const { point, heads } = centreLine(body, index / steps);
    const centre = to2d(frame, point);
    const [ahead, down] = seen(toSpace({ ...frame, origin: [0, 0, 0] }, heads));
    const size = Math.hypot(ahead, down) || 1;
    return { centre, across: [-down / size, ahead / size] as Point };
  });
  const beside = (r: number): Point[] =>
    line.map(({ centre: [x, y], across: [ax, ay] }): Point => [x + ax * r, y + ay * r]);
  return {
    rims: [[...beside(reach), ...beside(-reach).reverse()]],
    edges: [],
    hidden: bore === null ? [] : [beside(bore), beside(-bore)],
    breaks: [],
  };
}

function ringOutline(frame: Frame, radius: number, reach: number): Outline {
  const centre = to2d(frame, [0, 0, 0]);
  if (Math.abs(frame.z[2]) > 0.5)
    return {
      rims: [closedRing(centre, radius + reach, 120), closedRing(centre, radius - reach, 120)],
      edges: [],
      hidden: [],
      breaks: [],
    };
  const points = Array.from({ length: 60 }, (_, index) => {
    const angle = (2 * Math.PI * index) / 60;
    return closedRing(to2d(frame, [radius * Math.sin(angle), radius * Math.cos(angle), 0]), reach, 16);
  }).flat();
  return { rims: [hullOf(points)], edges: [], hidden: [], breaks: [] };
}

/** What is drawn of a body. @param busy shares of its length where something stands on it */
export function outlineOf(placed: PlacedBody, busy: readonly number[]): Outline {
  const { body, frame } = placed;
  const breaks = breaksOf(placed, busy);
  switch (body.kind) {
    case 'round': {
      const profile = roundProfile(body);
      const { wall } = body;
      return { ...turnedBody(frame, profile, wall === null ? [] : profile.map(([s, r]) => [s, r - wall])), breaks };
    }
    case 'disc':
      return turnedBody(
        frame,
        [
          [0, body.outside / 2],
          [body.length, body.outside / 2],
        ],
        [],
      );
    case 'cap': {
      const shares = Array.from({ length: 13 }, (_, index) => Math.sin((index / 12) * (Math.PI / 2)));
      const dome = (reach: number, depth: number): (readonly [number, number])[] =>
        shares.map((share) => [share * depth, reach * Math.sqrt(Math.max(0, 1 - share * share))]);
      return turnedBody(
        frame,
        dome(body.outside / 2, body.length),
        dome(body.outside / 2 - body.wall, Math.max(body.length - body.wall, 0.1)),
      );
    }
    case 'flat':
      return { ...boxOutline(frame, body.length, body.width, body.height), breaks };
    case 'block':
      return blockOutline(frame, body.length, body.width, body.height);
    case 'bent':
      return sweptOutline(frame, body, body.outside / 2, body.wall === null ? null : body.outside / 2 - body.wall);
    case 'ring':
      return ringOutline(frame, body.radius, body.outside / 2);
  }
}
