import type { NewJob } from '@variatum/contracts';
import { randomUUID } from 'node:crypto';

type NewPiece = NonNullable<NewJob['pieces']>[number];
type NewJoint = NonNullable<NewJob['joints']>[number];

const mm = (value: number) => ({ value, typed: `${value} mm` });
const NOT_GIVEN = { value: null, typed: '' };

/** A piece with its identifier. */
const piece = (name: string, fields: Partial<NewPiece>): NewPiece & { readonly id: string } => ({
  name,
  ...fields,
  id: randomUUID(),
});
const tube = (name: string, outside: number, wall: number, long: number, more: Partial<NewPiece> = {}) =>
  piece(name, {
    form: 'tube',
    outsideMm: mm(outside),
    thicknessMm: mm(wall),
    lengthMm: mm(long),
    grade: '304L',
    ...more,
  });
const sheet = (name: string, wall: number, long: number, wide: number, more: Partial<NewPiece> = {}) =>
  piece(name, { form: 'sheet', thicknessMm: mm(wall), lengthMm: mm(long), widthMm: mm(wide), grade: '304L', ...more });

const side = ({ id }: { readonly id: string }, alongMm?: number) => ({
  piece: id,
  end: null,
  alongMm: alongMm === undefined ? NOT_GIVEN : mm(alongMm),
  clock: null,
});
const joint = (type: NewJoint['joint']['type'], sides: NewJoint['sides'], more: Partial<NewJoint> = {}): NewJoint => ({
  id: randomUUID(),
  joint: { type, process: 'gtaw' },
  sides,
  ...more,
});

/** A header with three outlets, alike. */
function header(): NewJob {
  const run = tube('Header', 60.3, 2, 600);
  const outlet = tube('Outlet', 21.3, 2, 80, { count: 3 });
  const [first, ...others] = [150, 300, 450].map((along) => joint('saddle', [side(run, along), side(outlet)]));
  return {
    title: 'Header with three outlets',
    pieces: [run, outlet],
    joints: [first!, ...others.map((one) => ({ ...one, alikeTo: first!.id! }))],
  };
}

/** A tray of two sheets. */
function tray(): NewJob {
  const [one, other] = [sheet('Floor', 1.5, 400, 300), sheet('Side', 1.5, 400, 60)];
  return {
    title: 'Tray of two sheets',
    pieces: [one, other],
    joints: [joint('corner', [side(one), side(other)], { lengthMm: mm(180) })],
  };
}

/** A pipe with an open root, in three passes: the first by hand with a rod, the last by a covered electrode. */
function pipe(): NewJob {
  const [one, other] = [tube('Pipe', 88.9, 6, 300), tube('Stub', 88.9, 6, 150)];
  return {
    title: 'Pipe with an open root',
    pieces: [one, other],
    joints: [
      joint('bevel', [side(one), side(other)], {
        seamOrder: { ...ORDER, passes: 3, ownPasses: { cap: { rod: 'E308L-17', process: 'smaw' } } },
      }),
    ],
  };
}

/** A casting welded cold, in short beads. */
function castIron(): NewJob {
  const body = piece('Bracket', { form: 'casting', thicknessMm: mm(8), lengthMm: mm(200), grade: 'grey-iron' });
  return {
    title: 'Cast bracket, cracked',
    pieces: [body],
    joints: [joint('crack', [side(body, 100)], { lengthMm: mm(70) })],
  };
}

/** An exhaust: ferritic tube to a stainless flange. */
function exhaust(): NewJob {
  const [pipeOf, flange] = [tube('Exhaust', 50, 1.5, 400, { grade: '409' }), sheet('Flange', 8, 100, 100)];
  return {
    title: 'Exhaust, flange off',
    service: { environment: 'outdoor', hot: 'short', cycling: true },
    pieces: [pipeOf, flange],
    joints: [joint('fillet', [side(pipeOf), side(flange)], { lengthMm: mm(157) })],
  };
}

/** A sanitary tube: fused, turned under the torch. */
function sanitary(): NewJob {
  const [one, other] = [
    tube('Line', 25.4, 1.65, 500, { grade: '316L' }),
    tube('Spool', 25.4, 1.65, 120, { grade: '316L' }),
  ];
  return {
    title: 'Sanitary line, new spool',
    service: { environment: 'food' },
    pieces: [one, other],
    joints: [
      joint('square-butt', [side(one), side(other)], {
        joint: { type: 'square-butt', process: 'gtaw', technique: 'fused' },
      }),
    ],
  };
}

/** How the heat of a joint is led where nobody says. */
const ORDER: NonNullable<NewJoint['seamOrder']> = {
  aim: 'balance',
  people: 1,
  hold: 'tacks',
  passes: null,
  travelMmPerS: null,
  interpassC: null,
  colourWithinMm: null,
  outOfReach: [],
  turns: true,
  left: [],
  fixed: [],
  bars: [],
  watched: null,
  plan: null,
};

/** One job of each kind, to be done from its first rod to its report. */
export const WHOLE_JOBS: readonly (() => NewJob)[] = [header, tray, pipe, castIron, exhaust, sanitary];
