import { checkedPlan, CHECKS, type CheckName } from '.';
import { drawnPlan, drawnRooms } from '../testing/drawn-rooms';
import { JOB_KINDS } from '../testing/random-job';
import { SEEDED_FAULTS } from '../testing/seeded-faults';

const NAMES = Object.keys(CHECKS) as CheckName[];

test.each(JOB_KINDS)('all rooms of a job of the kind %s say the same', (kind) => {
  for (const seed of [31, 32]) {
    const rooms = drawnRooms(drawnPlan(kind, seed));
    for (const name of NAMES) expect([kind, seed, name, CHECKS[name](rooms)]).toEqual([kind, seed, name, []]);
  }
});

test('a fault put into one room is caught by the check of its name', () => {
  const rooms = (['ring', 'line'] as const).map((kind) => drawnRooms(drawnPlan(kind, 41)));
  for (const name of NAMES)
    expect([name, rooms.some((one) => CHECKS[name](SEEDED_FAULTS[name](one)).length > 0)]).toEqual([name, true]);
});

test('a plan that is asked to be checked says what does not agree: nothing', () => {
  const { input } = drawnPlan('alike-joints', 51);
  expect(checkedPlan({ ...input, samples: 16 }).contradictions).toEqual([]);
});
