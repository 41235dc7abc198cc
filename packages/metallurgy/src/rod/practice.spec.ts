import practice from '../testing/practice-joints.json';
import { fromJson } from '../from-json';
import type { ChooseInput } from './choose-input';
import { chooseFirst } from './choose';
import type { RankedRod } from './ranked-rod';
import { isAmong } from '../testing/names-of';

interface PracticeJoint extends Pick<ChooseInput, 'pieces' | 'joint' | 'service'> {
  readonly good: readonly (string | null)[];
  readonly bad: readonly (string | null)[];
}

const joints = fromJson<readonly PracticeJoint[]>(practice.joints);

describe('joints as published guidance and practice have them', () => {
  const answers = joints.map((joint) => ({ joint, ranking: chooseFirst(joint).ranking }));

  test('nineteen of twenty get a rod a good engineer would take', () => {
    const other = answers.filter(({ joint, ranking }) => !isAmong(ranking[0] as RankedRod, joint.good));
    // The first look alone, before the order settles, comes this near.
    expect(other.map(({ joint }) => JSON.stringify(joint.pieces)).length).toBeLessThanOrEqual(0.05 * joints.length);
  });
  test('no rod that must not be used stands among the first three', () => {
    const dangerous = answers.flatMap(({ joint, ranking }) =>
      ranking
        .slice(0, 3)
        .filter((rod) => isAmong(rod, joint.bad))
        .map(({ rod }) => `${JSON.stringify(joint.pieces)}: ${rod}`),
    );
    expect(dangerous.length).toBeLessThanOrEqual(0.02 * joints.length);
  });
});
