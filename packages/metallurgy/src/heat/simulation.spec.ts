import {
  coolingThick,
  coolingThin,
  enthalpyTable,
  heatHeld,
  rosenthalThin,
  shellGrid,
  simulateSection,
  simulateWeld,
  SimulationStopped,
  temperatureAt,
  thermalMaterial,
  FINENESS,
  type Shell,
  type ShellSide,
  type ThermalMaterial,
  type WeldHistory,
  type WeldQuestion,
} from '.';

const CONSTANT = thermalMaterial({ conductivity: 25, diffusivity: 6e-6 });
const STAINLESS = thermalMaterial({ grade: '316L' });
const side = (material: ThermalMaterial, more: Partial<ShellSide> = {}): ShellSide => ({
  material,
  thicknessMm: 2,
  reachMm: 120,
  spread: 'straight',
  bothWays: false,
  ...more,
});
const ARC = { powerW: 261.625, travelMmPerS: 1.8, radiusMm: 1.5, aimMm: 0 };
const ring = (of: ShellSide = side(STAINLESS), lengthMm = 120): Shell => ({
  kind: 'ring',
  lengthMm,
  sides: [of, of],
  beyondMm: 0,
  closedInside: true,
});
const COARSE = { nearMm: 2, alongMm: 4, growth: 1.3, mostMm: 15 };

function weld(more: Partial<WeldQuestion> = {}, watch?: () => boolean): WeldHistory {
  const shell = more.shell ?? ring();
  return simulateWeld(
    {
      shell,
      startC: 20,
      ambientC: 20,
      surface: 'tinted',
      bars: [],
      cover: { cupMm: 12, trailingMm: 0, postFlowS: 5 },
      plan: {
        runs: [{ pass: 0, fromMm: 0, toMm: shell.lengthMm, person: 0, restS: 0 }],
        arcs: [ARC],
        interpassC: null,
        moveS: 8,
      },
      windows: [
        [550, 850],
        [550, 850],
      ],
      watchS: 30,
      fineness: COARSE,
      arcStepS: 0.8,
      ...more,
    },
    watch,
  );
}

/** A bead on a large plate, to where it is steady. @param finer 1: as usual */
function plate(finer: number): {
  readonly history: WeldHistory;
  at(xiMm: number, yMm: number): number;
  error(xiMm: number, yMm: number): number;
} {
  const shell: Shell = {
    kind: 'line',
    lengthMm: 200,
    sides: [side(CONSTANT), side(CONSTANT)],
    beyondMm: 80,
    closedInside: false,
  };
  const history = weld({
    shell,
    insulated: true,
    watchS: 0.001,
    arcStepS: 0.3 * finer,
    plan: { runs: [{ pass: 0, fromMm: 0, toMm: 150, person: 0, restS: 0 }], arcs: [ARC], interpassC: null, moveS: 0 },
    fineness: {
      nearMm: FINENESS.nearMm * finer,
      alongMm: FINENESS.alongMm * finer,
      growth: 1 + (FINENESS.growth - 1) * finer,
      mostMm: 8 * finer,
    },
  });
  const source = { powerW: ARC.powerW, travelMPerS: 0.0018, startC: 20, conductivity: 25, diffusivity: 6e-6 };
  return {
    history,
    at: (xiMm, yMm) => temperatureAt(history.grid, history.endC, 150 + xiMm, yMm),
    error(xiMm, yMm) {
      const exact = rosenthalThin(source, 0.002, xiMm / 1000, yMm / 1000);
      return Math.abs((temperatureAt(history.grid, history.endC, 150 + xiMm, yMm) - exact) / (exact - 20));
    },
  };
}
/** Places away from the source, mm. */
const AWAY = [
  [-10, 5],
  [-20, 5],
  [-40, 5],
  [-20, 10],
  [-40, 10],
  [-60, 20],
  [-70, 3],
] as const;

describe('simulation of a shell', () => {
  test('is within 3 % of Rosenthal away from the source, loses no heat, and settles as it is cut finer', () => {
    const [coarsest, coarse, usual] = [plate(4), plate(2), plate(1)];
    for (const [xi, y] of AWAY) expect(usual.error(xi, y)).toBeLessThan(0.03);
    expect(Math.abs(usual.history.balance.errorShare)).toBeLessThan(1e-9);
    const apart = (one: typeof usual, other: typeof usual): number =>
      AWAY.reduce((sum, [xi, y]) => sum + Math.abs(one.at(xi, y) - other.at(xi, y)), 0);
    expect(apart(coarse, usual)).toBeLessThan(apart(coarsest, coarse));
  });
  test('accounts for every joule with losses, bars, heat of fusion and two metals', () => {
    const thin = side(STAINLESS, { thicknessMm: 1.5 });
    const thick = side(thermalMaterial({ family: 'carbon' }), { thicknessMm: 6, spread: 'outwards', reachMm: 40 });
    const bars = [
      { side: 0, distanceMm: 10, widthMm: 20, thicknessMm: 8, metal: 'copper', contact: 'clamped' },
    ] as const;
    const { balance, barPeakC } = weld({ shell: { ...ring(), sides: [thin, thick] }, bars, watchS: 200 });
    expect(Math.abs(balance.errorShare)).toBeLessThan(1e-9);
    expect(balance.sunkJ).toBeGreaterThan(0.1 * balance.givenJ);
    expect(balance.lostJ).toBeGreaterThan(0.05 * balance.givenJ);
    expect(balance.givenJ).toBeCloseTo(ARC.powerW * (120 / ARC.travelMmPerS), 0);
    expect(barPeakC[0]!).toBeGreaterThan(22);
  });
  test('a ring has no beginning: where the arc starts does not matter, and the link over the end carries heat', () => {
    const from = (mm: number) =>
      weld({
        plan: {
          runs: [{ pass: 0, fromMm: mm, toMm: mm + 60, person: 0, restS: 0 }],
          arcs: [ARC],
          interpassC: null,
          moveS: 0,
        },
      });
    const [first, turned] = [from(0), from(88)];
    for (const [along, across] of [
      [30, 3],
      [70, 10],
      [100, -6],
    ] as const)
      expect(temperatureAt(turned.grid, turned.endC, along + 88, across)).toBeCloseTo(
        temperatureAt(first.grid, first.endC, along, across),
        0,
      );
  });
  test('both sides are equally warm where they are alike, whatever the order of the sweeps', () => {
    const { grid, peakC } = weld();
    const mirrored = grid.rowCount - 1;
    for (let row = 0; row < grid.seamRow; row++)
      expect(peakC[row * grid.alongCount + 5]! / peakC[(mirrored - row) * grid.alongCount + 5]!).toBeCloseTo(1, 6);
  });
  test('nothing is ever hotter than the pool or colder than the air', () => {
    const { endC, peakC } = weld({ watchS: 600 });
    expect(Math.min(...endC)).toBeGreaterThan(19.99);
    expect(Math.max(...peakC)).toBeLessThan(3500);
  });
  test('a later pass waits until its metal is below the limit', () => {
    const runs = [0, 1].map((pass) => ({ pass, fromMm: 0, toMm: 120, person: 0 as const, restS: 0 }));
    const limited = (interpassC: number | null) =>
      weld({ plan: { runs, arcs: [ARC], interpassC, moveS: 8 }, watchS: 0 });
    const [none, at200, at100] = [limited(null), limited(200), limited(100)];
    expect(at200.peakInterpassC!).toBeLessThanOrEqual(200);
    expect(at100.peakInterpassC!).toBeLessThanOrEqual(100);
    expect(none.peakInterpassC!).toBeGreaterThan(200);
    expect(at100.runs[1]!.waitedS).toBeGreaterThan(at200.runs[1]!.waitedS);
    expect(none.runs[1]!.waitedS).toBe(0);
  });
  test('chill bars cool the edge, and the nearer one the more', () => {
    const bar = (distanceMm: number) => ({
      side: 1 as const,
      distanceMm,
      widthMm: 20,
      thicknessMm: 10,
      metal: 'copper' as const,
      contact: 'bolted' as const,
    });
    const peak = (bars: WeldQuestion['bars']): number => {
      const { grid, peakC } = weld({ bars });
      return temperatureAt(grid, peakC, 60, 12);
    };
    const [without, far, close] = [peak([]), peak([bar(15)]), peak([bar(6)])];
    expect(far).toBeLessThan(without);
    expect(close).toBeLessThan(far);
  });
  test('gas over the crater, and a trailing cup, keep metal from being hot and bare', () => {
    const bare = (cover: WeldQuestion['cover']): number => {
      const { grid, bareC } = weld({ cover });
      return temperatureAt(grid, bareC, 60, 3);
    };
    const [small, wide, trailing] = [
      bare({ cupMm: 8, trailingMm: 0, postFlowS: 0 }),
      bare({ cupMm: 20, trailingMm: 0, postFlowS: 0 }),
      bare({ cupMm: 20, trailingMm: 40, postFlowS: 15 }),
    ];
    expect(wide).toBeLessThan(small);
    expect(trailing).toBeLessThan(wide);
  });
  test('two people take half the time of one', () => {
    const half = (person: 0 | 1) => ({ pass: 0, fromMm: person * 60, toMm: person * 60 + 60, person, restS: 0 });
    const { weldedS, runs } = weld({ plan: { runs: [half(0), half(1)], arcs: [ARC], interpassC: null, moveS: 8 } });
    expect(weldedS).toBeCloseTo(60 / 1.8, 0);
    expect(runs.map(({ startS }) => startS)).toEqual([0, 0]);
  });
  test('pictures are kept evenly and never more than there is room for', () => {
    const { film } = weld({ frames: 16, watchS: 400 });
    expect(film.seconds.length).toBeLessThanOrEqual(16);
    expect(film.seconds.length).toBeGreaterThan(6);
    expect([...film.seconds]).toEqual([...film.seconds].sort((one, other) => one - other));
    expect(film.temperatures.length).toBe(film.seconds.length * film.cells);
  });
  test('stops when it is told to', () => {
    expect(() => weld({}, () => false)).toThrow(SimulationStopped);
  });
  test('the same question gives the same bytes', () => {
    expect(Buffer.from(weld().peakC.buffer).equals(Buffer.from(weld().peakC.buffer))).toBe(true);
  });
});

describe('heat held', () => {
  test('includes the heat of fusion, and rises with temperature', () => {
    const table = enthalpyTable(STAINLESS);
    const gained = heatHeld(table, STAINLESS.liquidusC) - heatHeld(table, STAINLESS.solidusC);
    expect(gained).toBeGreaterThan(STAINLESS.latentJPerKg * STAINLESS.densityKgPerM3);
    expect(gained).toBeLessThan(1.2 * STAINLESS.latentJPerKg * STAINLESS.densityKgPerM3);
    for (let at = -20; at < 1600; at += 100) expect(heatHeld(table, at + 100)).toBeGreaterThan(heatHeld(table, at));
  });
});

describe('shell', () => {
  const volume = (shell: Shell): number => shellGrid(shell, COARSE).volume.reduce((sum, cell) => sum + cell, 0) * 1e9;
  test('has the volume of what it stands for', () => {
    expect(volume(ring())).toBeCloseTo(120 * 240 * 2, 3);
    // A plate round a tube: a ring from the tube's radius outwards.
    const radius = 120 / (2 * Math.PI);
    const flange = side(STAINLESS, { thicknessMm: 6, reachMm: 30, spread: 'outwards' });
    const flanged = Math.PI * ((radius + 30) ** 2 - radius ** 2) * 6;
    expect(volume({ ...ring(), sides: [side(STAINLESS), flange] })).toBeCloseTo(120 * 120 * 2 + flanged, -1);
    const rib = side(STAINLESS, { bothWays: true, reachMm: 30 });
    expect(volume({ ...ring(), sides: [rib, rib] })).toBeCloseTo(2 * 2 * 120 * 30 * 2, 3);
  });
});

describe('simulation of a section', () => {
  const cooling = (thicknessMm: number): { readonly seconds: number; readonly error: number } => {
    const one = { material: CONSTANT, thicknessMm, reachMm: 150 };
    const history = simulateSection({
      sides: [one, one],
      passes: [{ powerW: 523.25, travelMmPerS: 1.8, radiusMm: 0.6, aimMm: 0 }],
      interpassC: null,
      restS: 0,
      startC: 20,
      ambientC: 20,
      window: [550, 850],
      watchS: 120,
      insulated: true,
      nearMm: 0.4,
    });
    const { middleC, seconds, balance } = history;
    const peak = middleC.indexOf(Math.max(...middleC));
    const when = (level: number): number => {
      const index = middleC.findIndex((value, at) => at >= peak && value < level);
      const [high, low] = [middleC[index - 1]!, middleC[index]!];
      return seconds[index - 1]! + ((high - level) / (high - low)) * (seconds[index]! - seconds[index - 1]!);
    };
    return { seconds: when(550) - when(850), error: balance.errorShare };
  };
  test('cools as thick metal where it is thick, as a sheet where it is thin, and loses no heat', () => {
    const weldOf = { energyJPerM: 523.25 / 0.0018, startC: 20, conductivity: 25, volumetricHeat: 25 / 6e-6 };
    const [thick, thin] = [cooling(60), cooling(2)];
    expect(Math.abs(thick.seconds / coolingThick(weldOf, 850, 550) - 1)).toBeLessThan(0.03);
    expect(Math.abs(thin.seconds / coolingThin(weldOf, 0.002, 850, 550) - 1)).toBeLessThan(0.03);
    for (const { error } of [thick, thin]) expect(Math.abs(error)).toBeLessThan(1e-9);
  });
  test('thick to thin: the thin side becomes hotter; aiming at the thick one evens it out', () => {
    const run = (aimMm: number) => {
      const { grid, peakC } = simulateSection({
        sides: [
          { material: STAINLESS, thicknessMm: 8, reachMm: 60 },
          { material: STAINLESS, thicknessMm: 2, reachMm: 60 },
        ],
        passes: [{ powerW: 700, travelMmPerS: 1.8, radiusMm: 1.8, aimMm }],
        interpassC: null,
        restS: 0,
        startC: 20,
        ambientC: 20,
        window: [550, 850],
        watchS: 60,
      });
      const at = (mm: number): number => {
        const row = [...grid.acrossMm.keys()].reduce((best, one) =>
          Math.abs(grid.acrossMm[one]! - mm) < Math.abs(grid.acrossMm[best]! - mm) ? one : best,
        );
        return peakC[row * grid.alongCount]!;
      };
      return at(8) - at(-8);
    };
    expect(run(0)).toBeGreaterThan(100);
    expect(run(-1)).toBeLessThan(run(0));
  });
});
