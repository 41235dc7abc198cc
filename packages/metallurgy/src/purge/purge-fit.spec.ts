import { oxygenReadings, type OxygenScenario } from '../instrument';
import { InputError } from '../errors';
import { meteredLevels } from './metered-level';
import { purgeFit, type PurgeFitQuestion } from './purge-fit';
import { levelAfter, minutesTo } from './tanks-in-series';
import { tryFit } from './testing/simulated-purges';

const SPACE = { volumeL: 8, flowLpm: 8, leakLpm: 0.0002, gasPpm: 10, tanks: 1.8 };
const METER = { lagS: 12, noisePercent: 2 };
const WHOLE_S = 60 * (minutesTo(SPACE, 100) ?? 0);

/** A purge read to a share of its whole time, with what somebody described. */
function read(scenario: Partial<OxygenScenario>, share: number, describedL = 8): PurgeFitQuestion {
  const seconds = Array.from({ length: Math.floor((share * WHOLE_S) / 2) }, (_, index) => 2 * (index + 1));
  const trace = oxygenReadings({ space: SPACE, meter: METER, ...scenario }, 3, seconds);
  return {
    planned: { space: { volumeL: describedL }, flowLpm: 8, targetPpm: 100 },
    trace: trace.flatMap(({ seconds: at, ppm }) => (ppm === null ? [] : [{ seconds: at, ppm }])),
    targetPpm: 100,
  };
}

test('a meter with next to no lag shows what is inside, one that lags the same a little later', () => {
  const seconds = [30, 60, 120, 200];
  meteredLevels(SPACE, 0.05, seconds).forEach((ppm, index) =>
    expect(ppm / levelAfter(SPACE, (seconds[index] as number) / 60)).toBeCloseTo(1, 1),
  );
  // Deep in the tail all falls alike: the lag is a delay.
  const slow = meteredLevels(SPACE, 12, seconds);
  slow.forEach((ppm, index) => expect(ppm).toBeGreaterThan(levelAfter(SPACE, (seconds[index] as number) / 60)));
});

test('random purges: time left, its range, and leaks told from slow mixing', () => {
  // Few, to be quick: `bench core` tries two hundred and says the shares.
  const half = tryFit(40, 0.5, 11);
  expect(half.withinFifth).toBeGreaterThanOrEqual(0.75);
  expect(half.covered).toBeGreaterThanOrEqual(0.8);
  expect(half.leaksTold).toBeGreaterThanOrEqual(0.95);
  expect(half.mixingTold).toBeGreaterThanOrEqual(0.95);
});

test('what is wrong is named', () => {
  expect(purgeFit(read({}, 0.7)).fault).toBeNull();
  const fault = (kind: NonNullable<OxygenScenario['fault']>['kind'], at: number, share: number): unknown =>
    purgeFit(read({ fault: { kind, atS: at * WHOLE_S } }, share)).fault;
  expect(fault('tape-lifted', 0.7, 0.8)).toBe('tape-lifted');
  expect(fault('hose-off', 0.7, 0.9)).toBe('tape-lifted');
  expect(fault('vent-blocked', 0.4, 0.9)).toBe('vent-blocked');
  expect(fault('stuck', 0.4, 0.7)).toBe('meter');
  expect(fault('probe-outside', 0.6, 0.75)).toBe('meter');
  for (const litres of [2.5, 3, 3.5])
    expect([litres, purgeFit(read({}, 0.9, litres)).fault]).toEqual([litres, 'larger-space']);
  expect(purgeFit(read({}, 0.9, 6)).fault).toBeNull();
  expect(purgeFit(read({ space: { ...SPACE, leakLpm: 0.02 } }, 1.2)).fault).toBe('leak');
  expect(
    purgeFit({
      ...read({ space: { ...SPACE, leakLpm: 0.00001, gasPpm: 400 } }, 1.3),
      planned: { space: { volumeL: 8 }, flowLpm: 8, targetPpm: 100, leakLpm: 0.00001 },
    }).fault,
  ).toBe('gas');
  expect(purgeFit(read({ trap: { ppm: 4000, timeConstantS: 400 } }, 1.4)).fault).toBe('trap');
});

test('while something is wrong there is no time to wait for, and the words say what to do', () => {
  const { minutesLeft, reasons } = purgeFit(read({ fault: { kind: 'tape-lifted', atS: 0.7 * WHOLE_S } }, 0.85));
  expect(minutesLeft).toBeNull();
  expect(reasons[0]).toMatch(/It rises.*Do not weld/);
});

test('the same readings and seed give the same answer, to the last figure', () => {
  const question = read({}, 0.6);
  expect(JSON.stringify(purgeFit(question, 4))).toBe(JSON.stringify(purgeFit(question, 4)));
});

test('faulty fields are named', () => {
  const faulty = (): unknown =>
    purgeFit({
      ...read({}, 0.5),
      trace: [
        { seconds: 3, ppm: 5 },
        { seconds: 2, ppm: -1 },
      ],
      meter: { lagS: 0 },
    });
  expect(faulty).toThrow(InputError);
  try {
    faulty();
  } catch (error) {
    expect((error as InputError).errors.map(({ path }) => path.join('.'))).toEqual([
      'trace',
      'trace.1.seconds',
      'trace.1.ppm',
      'meter.lagS',
    ]);
  }
});
