import { readAnalyser, readGauge, readOxygen, readThermometer, type OxygenScenario, type ThermometerScenario } from '.';
import { AIR_PPM, levelAfter } from '../purge';

const SPACE = { volumeL: 4, flowLpm: 8, leakLpm: 0.0002, gasPpm: 10, tanks: 2 };
const oxygen = (fields: Partial<OxygenScenario> = {}): OxygenScenario => ({
  space: SPACE,
  meter: { lagS: 9, noisePercent: 0 },
  ...fields,
});
const moments = Array.from({ length: 600 }, (_, index) => index);

test('a reading is the same for the same scenario, seed and moment, whatever was read before', () => {
  const noisy = oxygen({ meter: { lagS: 9, noisePercent: 3, driftPercent: 2, dropout: 0.1 } });
  const all = moments.map((at) => readOxygen(noisy, 7, at));
  expect([400, 10, 233].map((at) => readOxygen(noisy, 7, at))).toEqual([all[400], all[10], all[233]]);
  expect(moments.map((at) => readOxygen(noisy, 8, at))).not.toEqual(all);
});

test('an oxygen meter is in air at first and follows the gas late', () => {
  expect(readOxygen(oxygen(), 1, 0)).toBe(AIR_PPM);
  for (const at of [60, 120, 240]) expect(readOxygen(oxygen(), 1, at)!).toBeGreaterThan(levelAfter(SPACE, at / 60));
  const quick = oxygen({ meter: { lagS: 0.2, noisePercent: 0 } });
  for (const at of [60, 120, 240]) expect(readOxygen(quick, 1, at)! / levelAfter(SPACE, at / 60)).toBeCloseTo(1, 1);
});

test('about so many readings stay away as are to, and the others scatter as they are to', () => {
  const meter = { lagS: 9, noisePercent: 4, dropout: 0.2 };
  const read = moments.map((at) => readOxygen(oxygen({ meter }), 3, 1000 + at));
  const there = read.filter((one) => one !== null);
  expect(there.length).toBeGreaterThan(430);
  expect(there.length).toBeLessThan(530);
  const mean = there.reduce((sum, one) => sum + one, 0) / there.length;
  const spread = Math.sqrt(there.reduce((sum, one) => sum + (one - mean) ** 2, 0) / there.length) / mean;
  expect(spread).toBeGreaterThan(0.025);
  expect(spread).toBeLessThan(0.06);
});

test('faults show as they do: lifted tape rises, a hose that is off goes to air, a stuck meter stands', () => {
  const at = (kind: NonNullable<OxygenScenario['fault']>['kind'], seconds: number) =>
    readOxygen(oxygen({ fault: { kind, atS: 200 } }), 1, seconds)!;
  expect(at('tape-lifted', 199)).toBe(readOxygen(oxygen(), 1, 199));
  expect(at('tape-lifted', 320)).toBeGreaterThan(5 * readOxygen(oxygen(), 1, 320)!);
  expect(at('hose-off', 3000)).toBeGreaterThan(0.6 * AIR_PPM);
  expect(at('probe-outside', 300)).toBeGreaterThan(0.95 * AIR_PPM);
  expect(at('stuck', 500)).toBe(at('stuck', 200));
});

const WELD: ThermometerScenario = {
  ambientC: 20,
  arcs: [{ startS: 0, endS: 30, riseC: 300 }],
  coolsS: 90,
  meter: { lagS: 2, noiseC: 0 },
};

test('a thermometer rises with the arc, cools with the metal, and shows its faults', () => {
  const at = (seconds: number, scenario = WELD) => readThermometer(scenario, 1, seconds)!;
  expect(at(0)).toBe(20);
  expect(at(30)).toBeGreaterThan(280);
  expect(at(120)).toBeCloseTo(20 + 300 * Math.exp(-90 / 90), -1);
  expect(at(2000)).toBeCloseTo(20, 0);
  expect(at(60, { ...WELD, fault: { kind: 'lifted', atS: 40 } })).toBeCloseTo(20, 0);
  expect(at(60, { ...WELD, fault: { kind: 'wrong-place', atS: 40 } })).toBeLessThan(0.6 * at(60));
  expect(at(300, { ...WELD, fault: { kind: 'stuck', atS: 60 } })).toBe(at(60));
});

test('a gauge shows the bead, and what lies beneath it where that is steel', () => {
  const mean = (fault?: 'steel-beneath' | 'off-the-bead') => {
    const scenario = { ferriteNumber: 8, ...(fault ? { fault: { kind: fault, atS: 0 } } : {}) };
    return moments.slice(0, 200).reduce((sum, at) => sum + readGauge(scenario, 5, at), 0) / 200;
  };
  expect(mean()).toBeCloseTo(8, 0);
  expect(mean('steel-beneath')).toBeGreaterThan(25);
  expect(mean('off-the-bead')).toBeLessThan(0.5);
});

test('an analyser sees what it can see, and less through a coating', () => {
  const piece = { C: 0.05, S: 0.02, Cr: 18.2, Ni: 8.1, Mn: 1.5 };
  const shown = readAnalyser({ composition: piece }, 4, 10);
  expect(shown.Cr).toBeCloseTo(18.2, -0.5);
  expect(shown.C).toBeUndefined();
  expect(shown.Mo).toBeUndefined();
  expect(readAnalyser({ composition: piece, fault: { kind: 'coated', atS: 0 } }, 4, 10).Cr!).toBeLessThan(12);
});
