import { ArcFootprint, enthalpyTable, heatHeld, HeatField, shellGrid, thermalMaterial } from '@variatum/metallurgy';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

/** A ring of 60 mm pipe, one pass and its cooling, in even steps. */
const STEPS = 1200;
const BURNING = 800;
const SECONDS = 0.4;
const AROUND = { ambientC: 20, emissivity: 0.45, airWPerM2K: 8, innerWPerM2K: 5, poolC: 1400 } as const;

/** The same arithmetic in both languages must come to the same sums, or the ratio would mean nothing. */
export interface HeatFieldResult {
  readonly seconds: number;
  readonly sum: number;
  readonly lost: number;
}

function prepared() {
  const material = thermalMaterial({ grade: '316L' });
  const side = { material, thicknessMm: 2.77, reachMm: 120, spread: 'straight', bothWays: false } as const;
  const lengthMm = Math.PI * 57.5;
  const grid = shellGrid({ kind: 'ring', lengthMm, sides: [side, side], beyondMm: 0, closedInside: true });
  const table = enthalpyTable(material);
  const footprint = new ArcFootprint(grid);
  const sources = Array.from({ length: STEPS }, (_, step) => {
    footprint.clear();
    const at = step * SECONDS * 1.3;
    if (step < BURNING)
      footprint.add({ powerW: 560, travelMmPerS: 1.3, radiusMm: 1.8, aimMm: 0 }, at, at + SECONDS * 1.3, 1);
    return { cells: footprint.cells.slice(0, footprint.count), watts: footprint.watts.slice(0, footprint.count) };
  });
  return { grid, table, sources };
}

/** The ring through the core's own field; the fastest of some rounds. */
export function heatFieldHere(): HeatFieldResult {
  const { grid, table, sources } = prepared();
  let [best, sum, lost] = [Infinity, 0, 0];
  for (let round = 0; round < 4; round++) {
    const field = new HeatField(grid, [table, table], AROUND, [], 20, [
      [550, 850],
      [550, 850],
    ]);
    const from = process.hrtime.bigint();
    for (const { cells, watts } of sources) field.step(SECONDS, cells, watts, cells.length);
    best = Math.min(best, Number(process.hrtime.bigint() - from) / 1e9);
    sum = field.temperature.reduce((all, one) => all + one, 0) + field.peak.reduce((all, one) => all + one, 0);
    lost = field.balance().lostJ;
  }
  return { seconds: best, sum, lost };
}

/** The same ring in C; undefined when there is no compiler. */
export function heatFieldInC(): HeatFieldResult | undefined {
  if (spawnSync('cc', ['--version']).status !== 0) return undefined;
  const { grid, table, sources } = prepared();
  const perStep = Math.max(...sources.map(({ cells }) => cells.length));
  const padded = (values: ArrayLike<number>): number[] => Array.from({ length: perStep }, (_, at) => values[at] ?? 0);
  const numbers = [
    grid.alongCount,
    grid.rowCount,
    table.bins,
    table.lowest,
    table.perJoule,
    AROUND.ambientC,
    AROUND.emissivity,
    AROUND.airWPerM2K,
    AROUND.innerWPerM2K,
    AROUND.poolC,
    heatHeld(table, 20),
    STEPS,
    perStep,
    ...grid.volume,
    ...grid.towardsNext,
    ...grid.towardsNextRow,
    ...grid.airSurface,
    ...grid.innerSurface,
    ...table.temperature,
    ...table.conductivity,
    ...table.capacity,
    ...sources.map(() => SECONDS),
    ...sources.flatMap(({ cells }) => padded(cells)),
    ...sources.flatMap(({ watts }) => padded(watts)),
  ];
  const folder = mkdtempSync(join(tmpdir(), 'variatum-bench-'));
  try {
    const program = join(folder, 'heat-field');
    writeFileSync(join(folder, 'ring'), Float64Array.from(numbers));
    const compiled = spawnSync('cc', ['-O3', '-o', program, resolve('scripts/bench/heat-field.c')], {
      encoding: 'utf8',
    });
    if (compiled.status !== 0) throw new Error(compiled.stderr);
    return JSON.parse(spawnSync(program, [join(folder, 'ring')], { encoding: 'utf8' }).stdout) as HeatFieldResult;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
