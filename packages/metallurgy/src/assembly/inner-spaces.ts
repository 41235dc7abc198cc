import type { Assembly, AssemblyPiece } from './assembly-input';
import { isHollow, type Body } from './body';
import { combine, sumOf, type Figure } from './missing';
import { keyOf } from './place-bodies';
import { boreArea, pieceFigures, trueLength } from './piece-figures';
import type { SettledJoint, SettledSide } from './settle-sides';
import { settlePart } from './settled-part';

/** Something set into a run that holds gas back. */
export interface Dam {
  readonly piece: string;
  readonly copy?: number;
  /** From the start of the piece, mm. */
  readonly alongMm: number;
}

/** A stretch of a run inside a space. */
export interface SpaceRun {
  readonly piece: string;
  readonly copy: number;
  /** From and to, as shares of its length. */
  readonly from: number;
  readonly to: number;
  readonly innerMm3: Figure;
}

/** A dead end gas reaches by mixing alone. */
export interface Pocket {
  readonly piece: string;
  readonly copy: number;
  /** From the joint it hangs on to its closed end, mm. */
  readonly depthMm: Figure;
}

/** Room inside a part that gas can fill as one. */
export interface InnerSpace {
  readonly runs: readonly SpaceRun[];
  readonly innerMm3: Figure;
  /** Joints whose back lies in it. */
  readonly joints: readonly string[];
  readonly pockets: readonly Pocket[];
  /** Whether gas passes a tee, a cap or a vessel in it. */
  readonly branches: boolean;
  /** Ends of runs that nothing closes. */
  readonly openEnds: readonly { readonly piece: string; readonly copy: number; readonly end: 'start' | 'finish' }[];
}

interface Stretch extends SpaceRun {
  readonly body: Body;
  readonly joints: Set<number>;
  /** Whether gas goes no farther at its lower and its upper end. */
  readonly dammed: readonly [boolean, boolean];
}

/** Stretches of every hollow piece between its dams. */
function stretchesOf(
  pieces: readonly AssemblyPiece[],
  bodies: ReadonlyMap<string, Body>,
  copies: (piece: string) => readonly number[],
  dams: readonly Dam[],
): Stretch[] {
  return pieces.flatMap((piece) => {
    const body = bodies.get(piece.id) as Body;
    if (!isHollow(body)) return [];
    return copies(piece.id).flatMap((copy) => {
      const length = trueLength(piece, body).value;
      const cuts = dams
        .filter((dam) => dam.piece === piece.id && (dam.copy ?? 0) === copy && length !== null)
        .map(({ alongMm }) => Math.min(1, Math.max(0, alongMm / (length ?? 1))))
        .sort((a, b) => a - b);
      const stops = [0, ...cuts, 1];
      const whole = body.kind === 'cap' ? pieceFigures(piece).innerMm3 : null;
      return stops.slice(1).map((to, index): Stretch => {
        const from = stops[index] as number;
        const area = boreArea(piece, body);
        const run = trueLength(piece, body);
        const share = to - from;
        const innerMm3 = whole ?? combine(area, run, (bore, long) => bore * long * share);
        return {
          piece: piece.id,
          copy,
          from,
          to,
          innerMm3,
          body,
          joints: new Set(),
          dammed: [index > 0, index < stops.length - 2],
        };
      });
    });
  });
}

const placeShare = ({ place }: SettledSide): number => ('end' in place ? (place.end === 'start' ? 0 : 1) : place.share);

/**
 * Whether gas passes from one side of a joint to the other: both are hollow, and the joint is no crack or bead on one
 * of them.
 */
const passes = ({ meeting }: SettledJoint, stretches: readonly unknown[]): boolean =>
  stretches.length === 2 && (meeting === 'ends' || meeting === 'end-on-side');

/**
 * Rooms inside a part, as joints connect its hollow pieces and dams part them.
 * @param dams set into runs whose length is known; others are left out of account
 * @returns one entry a room; volumes are unknown, with what is missing named, while a size is
 */
export function innerSpaces(assembly: Assembly, dams: readonly Dam[] = []): readonly InnerSpace[] {
  const { pieces: base, bodies, joints: settled } = settlePart(assembly);
  const used = new Map<string, Set<number>>();
  for (const { sides } of settled)
    for (const { piece, copy } of sides) used.set(piece, (used.get(piece) ?? new Set()).add(copy));
  const stretches = stretchesOf(base, bodies, (piece) => [...(used.get(piece) ?? [0])], dams);
  const at = (side: SettledSide): Stretch | undefined => {
    const share = placeShare(side);
    const own = stretches.filter(({ piece, copy }) => keyOf(piece, copy) === keyOf(side.piece, side.copy));
    return own.find(({ from, to }) => share >= from && share <= to) ?? own[0];
  };
  const neighbours = new Map<
    Stretch,
    { readonly other: Stretch; readonly joint: number; readonly here: SettledSide }[]
  >();
  settled.forEach((joint, index) => {
    const sides = joint.sides.flatMap((side) => {
      const stretch = at(side);
      return stretch ? [{ side, stretch }] : [];
    });
    for (const { stretch } of sides) stretch.joints.add(index);
    const [a, b] = sides;
    if (!a || !b || !passes(joint, sides)) return;
    neighbours.set(a.stretch, [...(neighbours.get(a.stretch) ?? []), { other: b.stretch, joint: index, here: a.side }]);
    neighbours.set(b.stretch, [...(neighbours.get(b.stretch) ?? []), { other: a.stretch, joint: index, here: b.side }]);
  });
  const left = new Set(stretches);
  const spaces: InnerSpace[] = [];
  for (const first of stretches) {
    if (!left.has(first)) continue;
    const room = new Set([first]);
    for (const one of room) {
      left.delete(one);
      for (const { other } of neighbours.get(one) ?? []) room.add(other);
    }
    spaces.push(spaceOf([...room], settled, base, (stretch) => neighbours.get(stretch) ?? []));
  }
  return spaces;
}

function spaceOf(
  room: readonly Stretch[],
  settled: readonly SettledJoint[],
  pieces: readonly AssemblyPiece[],
  neighbours: (stretch: Stretch) => readonly { readonly joint: number; readonly here: SettledSide }[],
): InnerSpace {
  const closes = (stretch: Stretch, end: 'start' | 'finish'): boolean =>
    stretch.dammed[end === 'start' ? 0 : 1] ||
    (stretch.body.kind === 'cap' && end === 'finish') ||
    [...stretch.joints].some((joint) =>
      settled[joint]?.sides.some(
        ({ piece, copy, place }) =>
          piece === stretch.piece && copy === stretch.copy && 'end' in place && place.end === end,
      ),
    );
  const ends = room.flatMap((stretch) => {
    if (stretch.body.kind === 'ring') return [];
    return (['start', 'finish'] as const)
      .filter((end) => (end === 'start' ? stretch.from === 0 : stretch.to === 1) && !closes(stretch, end))
      .map((end) => ({ piece: stretch.piece, copy: stretch.copy, end }));
  });
  const pockets = room.flatMap((stretch): Pocket[] => {
    const [only, ...more] = neighbours(stretch);
    const open = ends.some(({ piece, copy }) => piece === stretch.piece && copy === stretch.copy);
    const dammed = stretch.dammed.some(Boolean);
    // What hangs on the rest by one joint and is closed at its other end is a dead end; a dammed stretch is where gas
    // comes in.
    if (!only || more.length > 0 || open || dammed || room.length < 2 || stretch.body.kind === 'cap') return [];
    const piece = pieces.find(({ id }) => id === stretch.piece) as AssemblyPiece;
    return [{ piece: stretch.piece, copy: stretch.copy, depthMm: trueLength(piece, stretch.body) }];
  });
  // A capped branch is a dead end as a whole: the branch and its cap.
  const capped = room.flatMap((stretch): Pocket[] => {
    if (stretch.body.kind !== 'cap') return [];
    const branch = room.find(
      (other) => other !== stretch && [...other.joints].some((joint) => stretch.joints.has(joint)),
    );
    const elsewhere = branch ? neighbours(branch).filter(({ here }) => 'end' in here.place) : [];
    if (!branch || branch.body.kind !== 'round' || elsewhere.length !== 2 || neighbours(branch).length !== 2) return [];
    const [run, cap] = [branch, stretch].map((one) =>
      trueLength(pieces.find(({ id }) => id === one.piece) as AssemblyPiece, one.body),
    );
    return [{ piece: branch.piece, copy: branch.copy, depthMm: sumOf([run as Figure, cap as Figure]) }];
  });
  const joints = new Set(room.flatMap((stretch) => [...stretch.joints]));
  return {
    runs: room.map(({ piece, copy, from, to, innerMm3 }) => ({ piece, copy, from, to, innerMm3 })),
    innerMm3: sumOf(room.map(({ innerMm3 }) => innerMm3)),
    joints: [...joints].sort((a, b) => a - b).map((index) => (settled[index] as SettledJoint).joint.id),
    pockets: [...pockets, ...capped],
    branches:
      room.some(({ body }) => body.kind === 'cap' || body.kind === 'ring') ||
      room.some(
        (stretch) => neighbours(stretch).length > 2 || neighbours(stretch).some(({ here }) => !('end' in here.place)),
      ),
    openEnds: ends,
  };
}
