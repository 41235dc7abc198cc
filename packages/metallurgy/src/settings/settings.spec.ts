import fc from 'fast-check';
import { throughChance, throughSides } from '../heat';
import { faultsOf } from '../testing/faults-of';
import {
  craterTemperature,
  currentWays,
  mayBeFreeMachining,
  secondsUntilBelow,
  settingRemarks,
  settings,
  type CraterQuestion,
  type SettingsQuestion,
} from '.';

const of = (more: Partial<SettingsQuestion> & { wall?: number | number[]; grades?: string[] } = {}) => {
  const { wall = 1.65, grades = ['316L', '316L'], joint, ...rest } = more;
  return settings({
    pieces: grades.map((grade) => ({ grade })),
    joint: { type: 'square-butt', technique: 'fused', thicknessMm: wall, ...joint },
    rod: null,
    process: 'gtaw',
    ...rest,
  });
};

describe('settings at the torch', () => {
  test('thin food tube: some 45 to 60 A, no rod, a gas lens, slopes and post-flow', () => {
    const found = of();
    expect(found.amps[0]).toBeGreaterThan(35);
    expect(found.amps[2]).toBeLessThan(60);
    expect(found).toMatchObject({ rodMm: null, tungstenMm: 1, limitA: null });
    expect(found.postFlowS).toBeGreaterThanOrEqual(8);
    expect(found.postFlowS).toBeLessThanOrEqual(45);
    expect(found.downSlopeS).toBeGreaterThan(1);
    expect(new Set(found.reasons.map(({ setting }) => setting))).toEqual(
      new Set(['amps', 'tack', 'tungstenMm', 'cup', 'torchLpm', 'downSlopeS', 'postFlowS', 'startAmps']),
    );
    for (const { reason, source } of found.reasons) expect(reason.length > 10 && source.length > 5).toBe(true);
  });
  test('26 to 33 A a millimetre of wall for a square butt with rod', () => {
    const { amps, rodMm } = of({ wall: 2, rod: 'ER316L', joint: { type: 'square-butt', technique: 'root-with-rod' } });
    expect(amps).toEqual([52, 59, 66]);
    expect(rodMm).toBe(2);
  });
  test('carbon steel takes half as much again, hydrogen in the gas less', () => {
    const joint = { type: 'square-butt', technique: 'root-with-rod' } as const;
    const [stainless, carbon] = [
      of({ wall: 2, rod: 'ER308L', joint }),
      of({ wall: 2, grades: ['1018', '1018'], rod: 'ER70S-6', joint }),
    ];
    expect(stainless.amps[1] / carbon.amps[1]).toBeCloseTo(0.7, 1);
    expect(of({ wall: 2, rod: 'ER308L', joint: { ...joint, gas: 'argon-hydrogen' } }).amps[1]).toBeLessThan(
      stainless.amps[1],
    );
  });
  test('thick to thin is set by the thin side, and says where to aim', () => {
    const thin = of({ wall: [2, 2], rod: 'ER309L', joint: { type: 'fillet', technique: 'fillet' } });
    const mixed = of({ wall: [2, 8], rod: 'ER309L', joint: { type: 'fillet', technique: 'fillet' } });
    expect(mixed.amps[1]).toBeGreaterThan(thin.amps[1]);
    expect(mixed.amps[1]).toBeLessThan(2 * thin.amps[1]);
    expect(mixed.reasons.find(({ reason }) => reason.includes('thick one'))).toBeDefined();
  });
  test('what the machine and its socket give is not exceeded, and it says so', () => {
    const supply = { volts: 120, amperes: 15, phases: 1 } as const;
    const found = of({ wall: 6, rod: 'ER308L', joint: { type: 'bevel' }, machine: { supply, mostAmperes: 160 } });
    expect(found.limitA).toBeLessThan(160);
    expect(found.amps[2]).toBeLessThanOrEqual(found.limitA! + 3);
    const small = of({ wall: 6, rod: 'ER308L', joint: { type: 'fillet' }, machine: { mostAmperes: 60 } });
    expect(small.amps).toEqual([60, 60, 60]);
    expect(small.reasons.some(({ reason }) => reason.includes('too little for this wall'))).toBe(true);
  });
  test('metal that cracks hot gets a long slope and wide tacks', () => {
    const [plain, free] = [of({ rod: 'ER308L' }), of({ grades: ['303', '316L'], rod: 'ER312' })];
    expect(free.downSlopeS!).toBeGreaterThan(plain.downSlopeS!);
    expect(free.tack.wide).toBe(true);
    expect(free.tack.seconds[0]).toBeGreaterThan(plain.tack.seconds[1]);
  });
  test('thin edges are pulsed about the same average', () => {
    const { pulse, amps } = of({ wall: 1 });
    expect(pulse!.peakAmps * pulse!.onShare + pulse!.backgroundAmps * (1 - pulse!.onShare)).toBeCloseTo(amps[1], -1);
    expect(of({ wall: 3 }).pulse).toBeNull();
  });
  test('electrodes and wires bring their own figures and nothing of a tungsten', () => {
    const stick = of({ wall: 4, process: 'smaw', rod: 'ER308L', joint: { type: 'fillet' } });
    expect(stick).toMatchObject({ rodMm: 2.5, tungstenMm: null, postFlowS: null, torchLpm: null });
    expect(of({ wall: 3, process: 'gmaw', rod: 'ER308L', joint: { type: 'fillet' } })).toMatchObject({
      rodMm: 0.8,
      cup: null,
    });
  });
  test('more wall never asks for less current', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 8, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        (wall, more) => {
          const amps = (thick: number): number =>
            of({ wall: thick, rod: 'ER308L', joint: { type: 'fillet', technique: 'fillet' } }).amps[1];
          expect(amps(wall * more)).toBeGreaterThanOrEqual(amps(wall));
        },
      ),
      { numRuns: 40 },
    );
  });
  test('what should not come through does so at most one time in ten, slower with less current', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.8, max: 8, noNaN: true }),
        fc.double({ min: 0.8, max: 12, noNaN: true }),
        fc.constantFrom('304', '430', 'A36'),
        fc.constantFrom('fillet', 'lap', 'socket'),
        fc.double({ min: 0.8, max: 3, noNaN: true }),
        (first, second, grade, type, travelMmPerS) => {
          const joint = { type, technique: 'fillet' } as const;
          const { amps } = of({ wall: [first, second], grades: ['304', grade], rod: 'ER308L', joint, travelMmPerS });
          const sides = [
            { material: { grade: '304' }, thicknessMm: first },
            { material: { grade }, thicknessMm: second },
          ];
          for (const side of throughSides(sides, { arc: { amps: amps[2], travelMmPerS }, isFillet: true }))
            expect(throughChance(side)).toBeLessThanOrEqual(0.1);
        },
      ),
      { numRuns: 40 },
    );
    const slow = of({ wall: [2, 2], rod: 'ER308L', joint: { type: 'fillet', technique: 'fillet' }, travelMmPerS: 1 });
    expect(slow.reasons.map(({ reason }) => reason).join()).toContain('melts through more often than one time in 10');
  });
  test('faulty fields are named', () => {
    expect(faultsOf(() => settings({ pieces: [], joint: { type: 'nonsense' as never }, rod: 'ER000' }))).toEqual([
      'pieces',
      'joint.type',
      'rod',
    ]);
    expect(faultsOf(() => of({ machine: { mostAmperes: 1 } }))).toEqual(['machine.mostAmperes']);
  });
});

describe('a crater that cools', () => {
  const plate: CraterQuestion = {
    powerW: 500,
    travelMPerS: 0.0018,
    thicknessM: 0.002,
    conductivity: 25,
    diffusivity: 6e-6,
    weldedS: 300,
    downSlopeS: 1e-6,
    lossWPerM2K: 0,
    ambientC: 20,
  };
  test('long after, a thin sheet is what the line source of thin sheet says', () => {
    // An arc that stood still for a moment: Q / (4 pi k d t).
    const spot = { ...plate, travelMPerS: 0, weldedS: 0.01 };
    const expected = 20 + (500 * 0.01) / (4 * Math.PI * 25 * 0.002 * 10);
    expect(craterTemperature(spot, 10)).toBeCloseTo(expected, 1);
  });
  test('soon after, thick metal is what the point on a half space says', () => {
    const spot = { ...plate, travelMPerS: 0, weldedS: 0.01, thicknessM: 0.2 };
    const capacity = 25 / 6e-6;
    const expected = 20 + (2 * 500 * 0.01) / (capacity * (4 * Math.PI * 6e-6 * 2) ** 1.5);
    expect(craterTemperature(spot, 2) - 20).toBeCloseTo(expected - 20, 1);
  });
  test('only falls, sooner where it is thicker or loses more', () => {
    const at = (seconds: number): number => craterTemperature(plate, seconds);
    for (const seconds of [1, 3, 8, 20]) expect(at(seconds * 1.5)).toBeLessThan(at(seconds));
    const until = (more: Partial<CraterQuestion>): number => secondsUntilBelow({ ...plate, ...more }, 300, 600);
    expect(until({ thicknessM: 0.004 })).toBeLessThan(until({}));
    expect(until({ lossWPerM2K: 60 })).toBeLessThan(until({}));
    expect(craterTemperature(plate, until({}))).toBeCloseTo(300, 0);
  });
});

describe('what follows from what is set otherwise', () => {
  const found = of({ wall: 2, rod: 'ER308L', joint: { type: 'square-butt' }, machine: { mostAmperes: 70 } });
  test('nothing, as long as it lies near what is reckoned', () => {
    expect(settingRemarks(found, {})).toEqual([]);
    expect(
      settingRemarks(found, { amps: found.amps[1], downSlopeS: found.downSlopeS!, postFlowS: found.postFlowS! }),
    ).toEqual([]);
  });
  test('over and under the range, beyond the machine, and short slopes and post-flow are said', () => {
    expect(settingRemarks(found, { amps: 200 })).toEqual([
      expect.stringContaining('hard to hold'),
      expect.stringContaining('about 70 A on its socket'),
    ]);
    expect(settingRemarks(found, { amps: 5 })).toEqual([expect.stringContaining('under the range')]);
    expect(settingRemarks(found, { downSlopeS: 0.1, postFlowS: 1 })).toEqual([
      expect.stringContaining('crater'),
      expect.stringContaining('colour'),
    ]);
  });
});

test('a piece may be free-machining from a quarter of the belief on', () => {
  expect(mayBeFreeMachining([{ grade: '303', probability: 1 }])).toBe(true);
  expect(
    mayBeFreeMachining([
      { grade: '303', probability: 0.2 },
      { grade: '304', probability: 0.8 },
    ]),
  ).toBe(false);
  expect(
    mayBeFreeMachining([
      { grade: '303', probability: 0.2 },
      { grade: '416', probability: 0.1 },
    ]),
  ).toBe(true);
  expect(mayBeFreeMachining([])).toBe(false);
});

describe('ways round a current a machine does not give', () => {
  const asked = (
    wall: number | number[],
    joint: SettingsQuestion['joint'],
    grades = ['316L', '316L'],
  ): SettingsQuestion => ({
    pieces: grades.map((grade) => ({ grade })),
    joint: { ...joint, thicknessMm: wall },
    rod: 'ER316L',
    process: 'gtaw',
  });
  const plate = asked(3, { type: 'square-butt', technique: 'root-with-rod' });
  const mixed = asked([2, 8], { type: 'fillet', technique: 'fillet' });

  test('where it gives enough there are none; each that is offered helps by itself', () => {
    expect(currentWays(plate, 200)).toEqual([]);
    const codes = currentWays(plate, 84).map(({ code }) => code);
    expect(codes).toEqual(['preheat', 'two-passes', 'bevel', 'electrode']);
    expect(currentWays(plate, 60).map(({ code }) => code)).not.toContain('preheat');
    expect(currentWays(mixed, 90)).toContainEqual({ code: 'thin-edge', toMm: 2 });
  });
  test('preheat goes as far as the metal takes it: iron further than austenitic steel', () => {
    const iron = asked(6, { type: 'square-butt', technique: 'root-with-rod' }, ['grey-iron', 'grey-iron']);
    const limit = 0.85 * settings(iron).amps[1];
    const found = currentWays(iron, limit).find(({ code }) => code === 'preheat');
    expect(found).toMatchObject({ toC: expect.any(Number) });
    const same = 0.85 * settings(plate).amps[1];
    expect(currentWays(plate, same).some(({ code }) => code === 'preheat')).toBe(false);
  });
  test('less current never finds more ways', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 10, noNaN: true }), fc.integer({ min: 10, max: 150 }), (wall, gives) => {
        const question = asked(wall, { type: 'square-butt', technique: 'root-with-rod' });
        const wants = settings(question).amps[1];
        const ways = currentWays(question, gives);
        if (wants + 3 < gives) expect(ways).toEqual([]);
        const fewer = new Set(currentWays(question, gives * 0.8).map(({ code }) => code));
        if (ways.length > 0) for (const code of fewer) expect(ways.map((one) => one.code)).toContain(code);
      }),
    );
  });
});
