import fc from 'fast-check';
import { SeededRandom, normalQuantile } from '../chance';
import { interpassFit } from './interpass-fit';

/** Readings of a weld that cools by lumped cooling, with what still spreads in it. */
const cooling = ({
  ambient = 22,
  slow = 300,
  fast = 150,
  tau = 200,
  spreads = 40,
  noise = 2,
  seed = 1,
  until = 120,
  every = 2,
}) => {
  const random = new SeededRandom(seed);
  const inside = (seconds: number): number =>
    ambient + slow * Math.exp(-seconds / tau) + fast * Math.exp(-seconds / spreads);
  const trace = Array.from({ length: Math.floor(until / every) + 1 }, (_, index) => ({
    seconds: index * every,
    tempC: inside(index * every) + noise * normalQuantile(Math.max(1e-9, random.next())),
  }));
  return { trace, inside };
};

test('pure cooling without scatter is told to a hundredth', () => {
  const { trace, inside } = cooling({ fast: 0, noise: 0 });
  const { secondsLeft, nowC } = interpassFit({ limitC: 100, ambientC: 22, trace });
  const truth = 200 * Math.log(300 / 78) - 120;
  expect(Math.abs((secondsLeft?.median ?? 0) - truth)).toBeLessThan(0.12 * truth);
  expect(Math.abs(nowC.median - inside(120))).toBeLessThan(1);
});

test(
  'two hundred welds that cool with scatter: the time left lies in its range, and the middle within a quarter, in ' +
    'nine of ten',
  () => {
    const random = new SeededRandom(5);
    const between = (low: number, high: number): number => low + random.next() * (high - low);
    let [covered, near] = [0, 0];
    const count = 200;
    for (let seed = 0; seed < count; seed++) {
      const tau = between(60, 900);
      const made = {
        ambient: between(12, 32),
        slow: between(180, 420),
        fast: between(0, 200),
        tau,
        spreads: tau * between(0.1, 0.3),
        seed,
        noise: between(0.5, 2.5),
      };
      const { inside } = cooling({ ...made, noise: 0 });
      let whole = 0;
      while (inside(whole) > 150) whole += 0.5;
      const until = whole / 2;
      const { trace } = cooling({ ...made, until, every: Math.max(1, until / 60) });
      const { secondsLeft } = interpassFit({ limitC: 150, trace });
      const left = whole - (trace.at(-1)?.seconds ?? 0);
      if (!secondsLeft) continue;
      const [low, high] = secondsLeft.range90;
      if (left >= low - 1 && left <= (high ?? Infinity) + 1) covered++;
      if (Math.abs(secondsLeft.median - left) < 0.25 * left + 2) near++;
    }
    expect(covered / count).toBeGreaterThan(0.85);
    expect(near / count).toBeGreaterThan(0.9);
  },
);

test('what is at the limit already may be gone on with; what gets warmer, or stays above, has no time', () => {
  const { trace } = cooling({});
  expect(interpassFit({ limitC: 400, trace }).secondsLeft?.median).toBe(0);
  expect(interpassFit({ limitC: 10, trace, ambientC: 22 }).secondsLeft).toBeNull();
  const again = [...trace, ...[1, 2, 3, 4, 5].map((step) => ({ seconds: 120 + 2 * step, tempC: 200 + 30 * step }))];
  expect(interpassFit({ limitC: 100, trace: again })).toMatchObject({
    secondsLeft: null,
    reasons: [expect.stringContaining('warmer')],
  });
});

test('a limit that is lower takes longer, whatever was read', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 500 }),
      fc.double({ min: 60, max: 200, noNaN: true }),
      fc.double({ min: 1, max: 80, noNaN: true }),
      (seed, limit, more) => {
        const { trace } = cooling({ seed, noise: 1 });
        const [one, other] = [limit, limit + more].map(
          (limitC) => interpassFit({ limitC, trace, ambientC: 20 }).secondsLeft?.median ?? Infinity,
        );
        expect(one).toBeGreaterThanOrEqual(other as number);
      },
    ),
    { numRuns: 25 },
  );
});

test('faulty fields are named', () => {
  expect(() =>
    interpassFit({
      limitC: 900,
      trace: [
        { seconds: 5, tempC: 20 },
        { seconds: 4, tempC: 9999 },
      ],
    }),
  ).toThrow(/0 to 600[\s\S]*|at least/);
});
