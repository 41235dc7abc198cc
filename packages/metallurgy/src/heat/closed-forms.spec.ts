import fc from 'fast-check';
import { besselK0, errorFunction } from '../arithmetic';
import {
  arcPower,
  coolingThick,
  coolingThin,
  criticalThickness,
  distributedPlate,
  heatInput,
  hottestAt,
  meanAmps,
  poolEdge,
  poolShape,
  rosenthalPlate,
  rosenthalThick,
  rosenthalThin,
  simulateWeld,
  thermalMaterial,
  meanProperties,
  tintAt,
  tintBands,
  tintLevels,
  type MovingSource,
} from '.';
import { faultsOf } from '../testing/faults-of';

const SOURCE: MovingSource = { powerW: 523.25, travelMPerS: 0.0018, startC: 20, conductivity: 25, diffusivity: 6e-6 };
const WELD = { energyJPerM: 290694.44444444444, startC: 20, conductivity: 25, volumetricHeat: 25 / 6e-6 };
/** Spot values hold to half a percent. */
const near = (found: number, wanted: number): void => expect(Math.abs(found / wanted - 1)).toBeLessThan(0.005);

describe('functions', () => {
  test('K0 and the error function have their tabulated values', () => {
    for (const [x, value] of [
      [0.1, 2.42707],
      [1, 0.42102],
      [2, 0.1138939],
      [5, 0.0036911],
    ] as const)
      expect(besselK0(x) / value).toBeCloseTo(1, 4);
    expect(besselK0(0)).toBe(Infinity);
    for (const [x, value] of [
      [0.5, 0.5204999],
      [1, 0.8427008],
      [2, 0.9953223],
    ] as const) {
      expect(errorFunction(x)).toBeCloseTo(value, 6);
      expect(errorFunction(-x)).toBeCloseTo(-value, 6);
    }
    expect(errorFunction(9)).toBe(1);
  });
});

describe('closed forms', () => {
  test('heat input of an arc, and the mean of a pulse', () => {
    near(heatInput({ volts: 11.5, amps: 70, travelMmPerS: 1.8, efficiency: 0.65 }), 0.2906944);
    near(arcPower({ volts: 11.5, amps: 70, travelMmPerS: 1.8, efficiency: 0.65 }), 523.25);
    expect(meanAmps(90, 30, 0.4)).toBeCloseTo(54, 10);
  });
  test('Rosenthal, thick and thin', () => {
    near(rosenthalThick(SOURCE, -0.004, 0.004, 0), 479.2825785648035);
    near(rosenthalThin(SOURCE, 0.002, -0.006, 0.006), 1202.2663105297897);
    expect(rosenthalThick(SOURCE, 0, 0, 0)).toBe(Infinity);
    expect(rosenthalThin(SOURCE, 0.002, 0, 0)).toBe(Infinity);
  });
  test('a plate is the thick body near the arc of a thick plate, and the sheet far behind that of a thin one', () => {
    near(rosenthalPlate(SOURCE, 0.08, -0.004, 0.004, 0), rosenthalThick(SOURCE, -0.004, 0.004, 0));
    near(rosenthalPlate(SOURCE, 0.002, -0.02, 0.01, 0), rosenthalThin(SOURCE, 0.002, -0.02, 0.01));
  });
  test('no heat leaves the faces of a plate: temperature is level there', () => {
    const wall = 0.006;
    const step = 1e-5;
    const slope = (zM: number): number =>
      (rosenthalPlate(SOURCE, wall, -0.006, 0.004, zM + step) -
        rosenthalPlate(SOURCE, wall, -0.006, 0.004, zM - step)) /
      (2 * step);
    expect(Math.abs(slope(wall))).toBeLessThan(0.01 * Math.abs(slope(wall / 2)));
  });
  test('cooling times and the critical thickness, at which both agree', () => {
    near(coolingThin(WELD, 0.002, 850, 550), 34.02726792314584);
    near(coolingThick(WELD, 850, 550), 1.2620720462655788);
    const critical = criticalThickness(WELD, 850, 550);
    near(critical, 0.0103848795136);
    near(coolingThin(WELD, critical, 850, 550), coolingThick(WELD, 850, 550));
  });
  test('farther from the path it is never hotter, more power never colder', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.002, max: 0.03, noNaN: true }),
        fc.double({ min: 1.05, max: 2, noNaN: true }),
        fc.double({ min: 0.001, max: 0.02, noNaN: true }),
        (y, factor, wall) => {
          expect(hottestAt(SOURCE, wall, y * factor, 0)).toBeLessThanOrEqual(hottestAt(SOURCE, wall, y, 0) + 1e-6);
          expect(hottestAt({ ...SOURCE, powerW: SOURCE.powerW * factor }, wall, y, 0)).toBeGreaterThan(
            hottestAt(SOURCE, wall, y, 0),
          );
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('an arc of some width', () => {
  test('is a point source far from it, in thin plates and thick ones', () => {
    for (const [wall, xi, y, z] of [
      [0.002, -0.006, 0.006, 0],
      [0.02, -0.004, 0.004, 0],
      [0.006, -0.01, 0.01, 0.003],
      [0.003, -0.1, 0.01, 0],
    ] as const) {
      const point = rosenthalPlate(SOURCE, wall, xi, y, z);
      expect(Math.abs(distributedPlate({ ...SOURCE, sigmaM: 0.0001 }, wall, xi, y, z) / point - 1)).toBeLessThan(0.002);
    }
  });
  test('is finite in its middle, and colder there the wider it is', () => {
    const middle = (sigmaM: number): number => distributedPlate({ ...SOURCE, sigmaM }, 0.006, 0, 0, 0);
    expect(middle(0.001)).toBeLessThan(6000);
    expect(middle(0.002)).toBeLessThan(middle(0.001));
  });
  test('its pool is as wide on sheet as the simulation makes it, which carries all the heat of fusion', () => {
    const metal = thermalMaterial({ grade: '304L' });
    const figures = meanProperties(metal, metal.solidusC);
    const side = { material: metal, thicknessMm: 2, reachMm: 60, spread: 'straight', bothWays: false } as const;
    const arc = { amps: 55, travelMmPerS: 1.8, volts: 12.2, efficiency: 0.67 };
    const history = simulateWeld({
      shell: { kind: 'line', lengthMm: 100, beyondMm: 20, closedInside: false, sides: [side, side] },
      plan: {
        runs: [{ pass: 0, fromMm: 0, toMm: 100, person: 0, restS: 0 }],
        arcs: [{ powerW: arcPower(arc), travelMmPerS: 1.8, radiusMm: 1.64, aimMm: 0 }],
        interpassC: null,
        moveS: 0,
      },
      startC: 20,
      ambientC: 20,
      surface: 'tinted',
      bars: [],
      cover: { cupMm: 12, trailingMm: 0, postFlowS: 0 },
      windows: [
        [550, 850],
        [550, 850],
      ],
      watchS: 0,
      frames: 0,
      fineness: { nearMm: 0.5, growth: 1.16, mostMm: 8, alongMm: 1 },
    });
    const { grid, peakC } = history;
    const place = Math.round(grid.alongCount * 0.6);
    const molten = [...grid.acrossMm.keys()].filter((row) => peakC[row * grid.alongCount + place]! >= metal.solidusC);
    const widthMm = molten.reduce((sum, row) => sum + grid.widthMm[row]!, 0);
    const pool = poolShape(
      { arc, thicknessMm: 2, startC: 20, meltsC: poolEdge(metal, figures.volumetricHeat), ...figures },
      1,
    );
    expect(Math.abs(pool.widthMm.median / widthMm - 1)).toBeLessThan(0.15);
  });
});

describe('pool', () => {
  const figures = meanProperties(thermalMaterial({ grade: '304L' }), 1400);
  const pool = (amps: number, thicknessMm: number) =>
    poolShape({ arc: { amps, travelMmPerS: 1.8 }, thicknessMm, startC: 20, meltsC: 1400, ...figures }, 1);

  test('60 A melts through 2 mm, never through 10; more current makes it wider and deeper', () => {
    expect(pool(60, 2).meltsThrough).toBeGreaterThan(0.9);
    expect(pool(60, 10).meltsThrough).toBe(0);
    const [less, more] = [pool(50, 6), pool(90, 6)];
    expect(more.widthMm.median).toBeGreaterThan(less.widthMm.median);
    expect(more.depthMm.median).toBeGreaterThan(less.depthMm.median);
    expect(less.depthMm.range90[0]).toBeLessThan(less.depthMm.median);
    expect(less.depthMm.range90[1]).toBeGreaterThan(less.depthMm.median);
  });
  test('what is said of the arc narrows the range; the same seed gives the same answer', () => {
    const ask = (more: object) =>
      poolShape(
        { arc: { amps: 70, travelMmPerS: 1.8, ...more }, thicknessMm: 8, startC: 20, meltsC: 1400, ...figures },
        7,
      );
    const width = ({ range90: [low, high] }: { range90: readonly [number, number] }): number => high - low;
    expect(width(ask({ volts: 12, efficiency: 0.67 }).widthMm)).toBeLessThan(width(ask({}).widthMm));
    expect(ask({})).toEqual(ask({}));
  });
});

describe('tints', () => {
  test('are those of 18-8, and shift with chromium', () => {
    expect([tintAt(280, 18), tintAt(300, 18), tintAt(545, 18), tintAt(800, 18)]).toEqual([
      null,
      'pale yellow',
      'blue',
      'grey scale',
    ]);
    expect(tintLevels(11)[0]!.fromC).toBeLessThan(tintLevels(18)[0]!.fromC);
    expect(tintLevels(25)[0]!.fromC).toBeGreaterThan(tintLevels(18)[0]!.fromC);
  });
  test('bands lie beside each other from the bead outwards, darkest first', () => {
    const bands = tintBands((mm) => 1200 - 40 * mm, 18, 3, 60);
    expect(bands[0]).toMatchObject({ tint: 'grey scale', fromMm: 3 });
    expect(bands[bands.length - 1]!.tint).toBe('pale yellow');
    bands.slice(1).forEach((band, index) => expect(band.fromMm).toBeCloseTo(bands[index]!.toMm, 9));
    expect(bands[bands.length - 1]!.toMm).toBeCloseTo((1200 - 290) / 40, 4);
    expect(tintBands(() => 100, 18, 3, 60)).toEqual([]);
  });
});

describe('materials', () => {
  test('austenitic conducts a third of carbon steel when cold, and takes up with it when hot', () => {
    const [stainless, carbon] = [thermalMaterial({ grade: '304L' }), thermalMaterial({ family: 'carbon' })];
    expect(stainless.conductivity(20) / carbon.conductivity(20)).toBeCloseTo(0.28, 2);
    expect(stainless.conductivity(1000) / carbon.conductivity(1000)).toBeCloseTo(1, 1);
    expect(stainless.expansion(400)).toBeCloseTo(17.5e-6, 8);
    expect(thermalMaterial({ grade: 'N06625' }).conductivity(20)).toBeCloseTo(10.3, 1);
  });
  test('what is not welded to stainless, what is unknown, and figures out of range are named', () => {
    expect(faultsOf(() => thermalMaterial({ grade: 'copper' }))).toEqual(['material.grade']);
    expect(faultsOf(() => thermalMaterial({ grade: 'no such' }))).toEqual(['material.grade']);
    expect(faultsOf(() => thermalMaterial({ conductivity: 0, diffusivity: 6e-6 }))).toEqual(['material.conductivity']);
    expect(faultsOf(() => thermalMaterial({ conductivity: 20, diffusivity: 6 }))).toEqual(['material.diffusivity']);
  });
});
