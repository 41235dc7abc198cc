import data from '../../data/purge.json';
import {
  bodyOf,
  isHollow,
  settlePart,
  trueLength,
  type Assembly,
  type Dam,
  type End,
  type InnerSpace,
  type Missing,
} from '../assembly';
import type { LineJoint } from './joints-on-line';
import type { PurgeRun, PurgeSpace } from './purge-space';

/** A deeper dead end empties in hours, whatever its depth, mm. */
const DEEPEST_MM = 5000;

/** A room inside a part as a purge fills it, or the sizes it still wants. */
export interface PurgedRoom {
  /** null while a size is missing and nobody said litres. */
  readonly space: PurgeSpace | null;
  readonly missing: readonly Missing[];
  /** Largest bore of its runs, mm; null while none is known. */
  readonly boreMm: number | null;
}

/**
 * What a purge of a room is reckoned from: its runs between dams, its dead ends, and whether it branches.
 * @param volumeL as somebody said it, L; null: of the runs
 */
export function roomToPurge({ pieces }: Assembly, room: InnerSpace, volumeL: number | null): PurgedRoom {
  const runs = room.runs.flatMap(({ piece: id, from, to }): PurgeRun[] => {
    const piece = pieces.find((one) => one.id === id);
    if (!piece) return [];
    const body = bodyOf(piece);
    const long = trueLength(piece, body).value;
    if (piece.outsideMm === null || piece.thicknessMm === null || long === null || body.kind === 'cap') return [];
    return to > from && piece.outsideMm > 2 * piece.thicknessMm
      ? [{ outsideMm: piece.outsideMm, wallMm: piece.thicknessMm, lengthMm: long * (to - from) }]
      : [];
  });
  const { value, missing } = room.innerMm3;
  const litres = volumeL ?? (value === null ? null : value / 1e6);
  const bores = runs.map(({ outsideMm, wallMm }) => outsideMm - 2 * wallMm);
  return {
    missing: litres === null ? missing : [],
    boreMm: bores.length > 0 ? Math.max(...bores) : null,
    space:
      litres === null || litres <= 0
        ? null
        : {
            volumeL: litres,
            runs,
            branched: room.branches,
            pocketsMm: room.pockets.flatMap(({ depthMm }) =>
              depthMm.value === null || depthMm.value < 1 ? [] : [Math.min(DEEPEST_MM, depthMm.value)],
            ),
          },
  };
}

/** Usual flow to fill a run of a bore with, L/min. @param boreMm null: not known */
export function fillFlow(boreMm: number | null): number {
  const { byBore } = data.fillFlow;
  return (byBore.find(({ upToMm }) => upToMm === null || (boreMm ?? 0) <= upToMm) as (typeof byBore)[number]).lpm;
}

/** Changes of volume a purge is given by those who have no meter. */
export const PURGE_VOLUME_CHANGES = data.habits.volumeChanges;

/** Until the metal is so cold the purge stays on, °C. */
export const HOLD_PURGE_C = data.holdUntilC;

/** Flow once it is clean, while it is welded, L/min: least and most. */
export const weldingFlow = (fillLpm: number): readonly [number, number] => [
  fillLpm * (data.weldingFlowShare[0] as number),
  fillLpm * (data.weldingFlowShare[1] as number),
];

/** A place where gas can be led into a room, or out of it. */
export interface RoomOpening {
  readonly piece: string;
  readonly copy: number;
  /** Share of the piece's length, 0 to 1. */
  readonly share: number;
  /** Which way leads out of the room: towards the start of the piece, or towards its finish. */
  readonly outward: End;
}

/** Where gas goes in and out of a room: through open ends and dams; of a closed ring, at its bottom and its top. */
export function openingsOf(room: InnerSpace): { readonly feed: RoomOpening; readonly vent: RoomOpening } | null {
  const ends = room.runs.flatMap(({ piece, copy, from, to }): RoomOpening[] => [
    ...(from > 0 || room.openEnds.some((end) => end.piece === piece && end.copy === copy && end.end === 'start')
      ? [{ piece, copy, share: from, outward: 'start' as const }]
      : []),
    ...(to < 1 || room.openEnds.some((end) => end.piece === piece && end.copy === copy && end.end === 'finish')
      ? [{ piece, copy, share: to, outward: 'finish' as const }]
      : []),
  ]);
  const [feed] = ends;
  const vent = ends[ends.length - 1];
  if (feed && vent) return { feed, vent };
  const [run] = room.runs;
  if (!run) return null;
  const at = (share: number): RoomOpening => ({ piece: run.piece, copy: run.copy, share, outward: 'start' });
  return { feed: at(run.from + 0.5 * (run.to - run.from)), vent: at(run.from) };
}

/**
 * How far along the part each joint of a room lies from where gas is led in, mm, by the shortest way through its
 * pieces. Joints gas cannot reach, and those behind a piece of unknown length, are left out.
 */
export function distancesFromFeed(assembly: Assembly, room: InnerSpace): ReadonlyMap<string, number> {
  const feed = openingsOf(room)?.feed;
  if (!feed) return new Map();
  const { pieces, bodies, joints } = settlePart(assembly);
  const lengths = new Map(pieces.map((piece) => [piece.id, trueLength(piece, bodies.get(piece.id)).value]));
  const inRoom = new Set(room.joints);
  const places = joints.flatMap((settled) =>
    inRoom.has(settled.joint.id)
      ? [
          {
            id: settled.joint.id,
            sides: settled.sides.map(({ piece, copy, place }) => ({
              key: `${piece}#${copy}`,
              along: (lengths.get(piece) ?? NaN) * ('end' in place ? (place.end === 'start' ? 0 : 1) : place.share),
            })),
          },
        ]
      : [],
  );
  const best = new Map<string, number>();
  const queue = [
    { key: `${feed.piece}#${feed.copy}`, along: (lengths.get(feed.piece) ?? NaN) * feed.share, distance: 0 },
  ];
  for (let here = queue.shift(); here; here = queue.shift())
    for (const { id, sides } of places)
      for (const side of sides) {
        if (side.key !== here.key) continue;
        const distance = here.distance + Math.abs(side.along - here.along);
        if (!Number.isFinite(distance) || distance >= (best.get(id) ?? Infinity)) continue;
        best.set(id, distance);
        for (const other of sides) if (other !== side) queue.push({ key: other.key, along: other.along, distance });
      }
  return best;
}

/** The joints of a room as they lie on one line. @param gapMm of a joint that is fitted up */
export function jointsOnLine(
  distances: ReadonlyMap<string, number>,
  seams: ReadonlyMap<string, { readonly seamMm: number | null; readonly gapMm: number }>,
): readonly LineJoint[] {
  return [...distances].flatMap(([id, fromFeedMm]) => {
    const seam = seams.get(id);
    return seam && seam.seamMm !== null ? [{ id, fromFeedMm, ringMm: seam.seamMm, gapMm: seam.gapMm }] : [];
  });
}

/**
 * Dams on both sides of a joint, as far from it as usual: where a piece is shorter, in the next one. No dam where the
 * part ends before: that end is plugged as it is.
 */
export function damsBeside(assembly: Assembly, jointId: string): readonly Dam[] {
  const { pieces, bodies, joints } = settlePart(assembly);
  const settled = joints.find(({ joint }) => joint.id === jointId);
  if (!settled) return [];
  const off = data.damFromJointMm;
  const lengthOf = (id: string): number | null => {
    const [piece, body] = [pieces.find((one) => one.id === id), bodies.get(id)];
    return piece && body && isHollow(body) && body.kind !== 'cap' && body.kind !== 'ring'
      ? trueLength(piece, body).value
      : null;
  };
  const from = (id: string, copy: number, end: End, left: number, seen: ReadonlySet<string>): Dam[] => {
    const long = lengthOf(id);
    if (long === null || seen.has(`${id}#${copy}`)) return [];
    if (left < long) return [{ piece: id, copy, alongMm: Math.round(end === 'start' ? left : long - left) }];
    const far = end === 'start' ? 'finish' : 'start';
    const next = joints.find(
      ({ meeting, sides }) =>
        meeting === 'ends' &&
        sides.some(
          ({ piece, copy: nth, place }) => piece === id && nth === copy && 'end' in place && place.end === far,
        ),
    );
    const other = next?.sides.find(({ piece, copy: nth }) => piece !== id || nth !== copy);
    return other && 'end' in other.place
      ? from(other.piece, other.copy, other.place.end, left - long, new Set([...seen, `${id}#${copy}`]))
      : [];
  };
  return settled.sides.flatMap(({ piece: id, copy, place }): Dam[] => {
    if ('end' in place) return from(id, copy, place.end, off, new Set());
    const long = lengthOf(id);
    if (long === null) return [];
    const at = place.share * long;
    return [at - off, at + off].flatMap((along) =>
      along > 0 && along < long ? [{ piece: id, copy, alongMm: Math.round(along) }] : [],
    );
  });
}
