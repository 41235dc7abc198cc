import type { Assembly, AssemblyJoint, AssemblyPiece, JointSide } from '../assembly';

/** A piece for tests: everything open but what is given. */
export const aPiece = (id: string, given: Partial<AssemblyPiece> = {}): AssemblyPiece => ({
  id,
  kind: 'base',
  form: null,
  shape: null,
  thicknessMm: null,
  outsideMm: null,
  lengthMm: null,
  widthMm: null,
  endOutsideMm: null,
  bendDeg: null,
  count: 1,
  ...given,
});

/** A tube for tests. */
export const aTube = (
  id: string,
  outsideMm: number,
  thicknessMm: number,
  given: Partial<AssemblyPiece> = {},
): AssemblyPiece => aPiece(id, { form: 'tube', outsideMm, thicknessMm, ...given });

/** A plate for tests. */
export const aPlate = (id: string, thicknessMm: number, given: Partial<AssemblyPiece> = {}): AssemblyPiece =>
  aPiece(id, { form: 'plate', thicknessMm, ...given });

/** A side of a joint for tests. */
export const aSide = (piece: string, given: Partial<JointSide> = {}): JointSide => ({
  piece,
  end: null,
  alongMm: null,
  clock: null,
  ...given,
});

/** A joint for tests; its id says nothing but its place. */
export const aJoint = (
  id: string,
  type: AssemblyJoint['type'],
  sides: readonly (string | JointSide)[],
  given: Partial<AssemblyJoint> = {},
): AssemblyJoint => ({
  id,
  type,
  sides: sides.map((side) => (typeof side === 'string' ? aSide(side) : side)),
  lengthMm: null,
  course: null,
  gapMm: null,
  ...given,
});

/** A header with two caps and three outlets: five joints. */
export const HEADER: Assembly = {
  pieces: [
    aTube('run', 60.3, 2, { lengthMm: 420, family: 'austenitic' }),
    aTube('left cap', 60.3, 2, { shape: 'cap' }),
    aTube('right cap', 60.3, 2, { shape: 'cap' }),
    aTube('first', 33.7, 2, { lengthMm: 90 }),
    aTube('second', 33.7, 2, { lengthMm: 90 }),
    aTube('third', 26.9, 2, { lengthMm: 90 }),
  ],
  joints: [
    aJoint('1', 'square-butt', ['run', 'right cap']),
    aJoint('2', 'square-butt', ['run', 'left cap']),
    aJoint('3', 'saddle', ['first', 'run']),
    aJoint('4', 'saddle', ['second', 'run']),
    aJoint('5', 'saddle', ['third', 'run']),
  ],
};

/** A ring tube with twelve alike spigots. */
export const SPIGOT_RING: Assembly = {
  pieces: [
    aPiece('spigot', { form: 'turned', outsideMm: 28, lengthMm: 60, count: 12 }),
    aTube('ring', 42.4, 2, { shape: 'ring', widthMm: 480 }),
  ],
  joints: Array.from({ length: 12 }, (_, index) => aJoint(String(index + 1), 'fillet', ['spigot', 'ring'])),
};
