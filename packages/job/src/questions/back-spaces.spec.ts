import { NO_PURGE } from '@variatum/contracts';
import { known, STARTING_PROFILES, type BackShielding, type JointType } from '@variatum/metallurgy';
import { assemblyOf, laidPart, sideOf } from '../records';
import { job, joint, piece } from '../testing/records';
import { backedJoints, backSpaces, isGasBehind } from './back-spaces';

const id = (end: string): string => `00000000-0000-4000-8000-0000000000${end}`;
const [A, B, ONE] = ['a1', 'a2', 'b1'].map(id) as [string, string, string];
const tube = (own: string, thicknessMm: number) =>
  piece({
    id: own,
    form: 'tube',
    outsideMm: known(60.3),
    thicknessMm: known(thicknessMm),
    lengthMm: known(300),
  });
const of = (type: JointType, thicknessMm: number, backShielding?: BackShielding) => {
  const joints = [
    joint({ id: ONE, sides: [sideOf(A), sideOf(B)], joint: { type, ...(backShielding ? { backShielding } : {}) } }),
  ];
  return job([tube(A, thicknessMm), tube(B, thicknessMm)], { joints });
};
const backed = (...asked: Parameters<typeof of>) => backedJoints(of(...asked), of(...asked).joints);

const withGrades = (...grades: readonly string[]) => {
  const of_ = of('square-butt', 2);
  const pieces = of_.pieces.map((one, index) => ({ ...one, grade: grades[index] ?? null }));
  return backedJoints({ ...of_, pieces }, of_.joints);
};

test.each([
  ['a root that melts through into a room is purged, though nobody says so', backed('square-butt', 2), true, true],
  ['without a room nobody stands gas there unless it is said', backed('square-butt', 2), false, false],
  ['a box behind it is gas with or without a room', backed('square-butt', 2, 'gas-box'), false, true],
  ['nothing behind it is nothing, whatever melts', backed('square-butt', 2, 'none'), true, false],
  ['paste is no gas', backed('square-butt', 2, 'paste'), true, false],
  ['a fillet on a thick wall wants none', backed('fillet', 12), true, false],
  ['iron keeps nothing by gas, whatever is welded to it', withGrades('ductile-iron', '316L'), true, false],
  ['plain steel to plain steel wants none', withGrades('A36', 'A36'), true, false],
  ['one stainless side is kept from air', withGrades('A36', '316L'), true, true],
])('%s', (_words, joints, hasRoom, gas) => {
  expect(isGasBehind(joints, hasRoom)).toBe(gas);
});

test('what is asked for the wait is one figure: the clock’s own once gas is on', () => {
  const one = of('square-butt', 2);
  const part = laidPart(assemblyOf(one.pieces, one.joints));
  const [profile] = STARTING_PROFILES;
  const spaceWith = (plan: typeof NO_PURGE) =>
    backSpaces({ joints: backedJoints(one, one.joints), part, plan, profile: profile!, learnt: null })[0]?.space;
  const before = spaceWith(NO_PURGE);
  expect(before?.waitMinutes?.median).toBeGreaterThan(0);
  const clock = { startedAt: '2026-01-05T08:00:00Z', minutes: [1, 2, 3] as [number, number, number] };
  expect(spaceWith({ ...NO_PURGE, clock })?.waitMinutes).toEqual({ low: 1, median: 2, high: 3 });
});
