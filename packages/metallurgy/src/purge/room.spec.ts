import { innerSpaces, type Assembly } from '../assembly';
import { aJoint, aTube, HEADER, SPIGOT_RING } from '../testing/parts';
import { damsBeside, distancesFromFeed, fillFlow, jointsOnLine, openingsOf, purge, roomToPurge, weldingFlow } from '.';

/** A line of four tubes with three joints, 18 x 1. */
const LINE: Assembly = {
  pieces: [
    aTube('a', 18, 1, { lengthMm: 900 }),
    aTube('b', 18, 1, { lengthMm: 50 }),
    aTube('c', 18, 1, { lengthMm: 600 }),
    aTube('d', 18, 1, { lengthMm: 700 }),
  ],
  joints: [
    aJoint('1', 'square-butt', ['a', 'b']),
    aJoint('2', 'square-butt', ['b', 'c']),
    aJoint('3', 'square-butt', ['c', 'd']),
  ],
};
const roomOf = (assembly: Assembly, joint: string, dams: Parameters<typeof innerSpaces>[1] = []) =>
  innerSpaces(assembly, dams).find(({ joints }) => joints.includes(joint))!;

test('a line of tubes is one room with the volume of its bores', () => {
  const { space, boreMm, missing } = roomToPurge(LINE, roomOf(LINE, '1'), null);
  expect(space!.volumeL).toBeCloseTo(((Math.PI / 4) * 16 * 16 * 2250) / 1e6, 9);
  expect(space).toMatchObject({ branched: false, pocketsMm: [] });
  expect(space!.runs).toHaveLength(4);
  expect([boreMm, missing]).toEqual([16, []]);
});

test('what is missing is named, unless somebody says litres', () => {
  const open: Assembly = {
    ...LINE,
    pieces: LINE.pieces.map((one) => (one.id === 'c' ? { ...one, lengthMm: null } : one)),
  };
  expect(roomToPurge(open, roomOf(open, '1'), null)).toMatchObject({
    space: null,
    missing: [{ piece: 'c', size: 'lengthMm' }],
  });
  expect(roomToPurge(open, roomOf(open, '1'), 1.5).space).toMatchObject({ volumeL: 1.5 });
});

test('a header branches; its outlets are dead ends only while they are closed', () => {
  const { space } = roomToPurge(HEADER, roomOf(HEADER, '3'), null);
  expect(space!.branched).toBe(true);
  // Beside the same volume in one straight run it takes longer.
  const same = { flowLpm: 8, targetPpm: 100, leakLpm: 0, gasPpm: 5 };
  const straight = { volumeL: space!.volumeL!, runs: [{ outsideMm: 60.3, wallMm: 2, lengthMm: 1000 }] };
  expect(purge({ ...same, space: space! }).minutes!.median).toBeGreaterThan(
    purge({ ...same, space: straight, feed: 'low' }).minutes!.median,
  );
});

test('joints lie as far from the feed as the way through the pieces is long', () => {
  const distances = distancesFromFeed(LINE, roomOf(LINE, '1'));
  expect([...distances].sort()).toEqual([
    ['1', 900],
    ['2', 950],
    ['3', 1550],
  ]);
  const seams = new Map([
    ['1', { seamMm: 57, gapMm: 0.1 }],
    ['2', { seamMm: 57, gapMm: 0.1 }],
    ['3', { seamMm: null, gapMm: 0.1 }],
  ]);
  expect(jointsOnLine(distances, seams).map(({ id }) => id)).toEqual(['1', '2']);
});

test('gas goes in at one end and out at the other; through dams; of a closed ring from its bottom to its top', () => {
  expect(openingsOf(roomOf(LINE, '1'))).toMatchObject({
    feed: { piece: 'a', share: 0 },
    vent: { piece: 'd', share: 1 },
  });
  const dammed = openingsOf(
    roomOf(LINE, '1', [
      { piece: 'a', alongMm: 800 },
      { piece: 'c', alongMm: 100 },
    ]),
  )!;
  expect(dammed.feed).toMatchObject({ piece: 'a', share: 800 / 900 });
  expect(dammed.vent).toMatchObject({ piece: 'c', share: 100 / 600 });
  const ring = openingsOf(innerSpaces(SPIGOT_RING).find(({ runs }) => runs.some(({ piece }) => piece === 'ring'))!)!;
  expect([ring.feed.share, ring.vent.share]).toEqual([0.5, 0]);
});

test('dams beside a joint lie on both sides, beyond a piece that is too short', () => {
  expect(damsBeside(LINE, '1')).toEqual([
    { piece: 'a', copy: 0, alongMm: 750 },
    { piece: 'c', copy: 0, alongMm: 100 },
  ]);
  const dammed = roomOf(LINE, '1', damsBeside(LINE, '1'));
  expect(dammed.joints).toEqual(['1', '2']);
  expect(dammed.innerMm3.value).toBeCloseTo((Math.PI / 4) * 16 * 16 * 300, 3);
  // Of a branch in the middle of a run both dams lie in the run.
  expect(damsBeside(HEADER, '4').filter(({ piece }) => piece === 'run')).toHaveLength(2);
});

test('flow by bore, and less of it while welding', () => {
  expect(fillFlow(16)).toBeLessThan(fillFlow(100));
  expect(fillFlow(null)).toBeGreaterThan(0);
  const [low, high] = weldingFlow(10);
  expect(low).toBeLessThan(high);
  expect(high).toBeLessThan(10);
});
