import {
  DERIVED,
  DERIVED_COUNT,
  derivePool,
  ELEMENT_COUNT,
  evaluateLinear,
  findGrade,
  findRod,
  linearFormula,
  mixPool,
  POOL_FORMULA_IDS,
  solidificationModeIndex,
  toVector,
  WRC1992_SURFACE,
  wrc1992LatentFerriteNumber,
} from '@variatum/metallurgy';
import constants from '../../packages/metallurgy/data/constitution/constants.json';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const POOLS = 4096;
const ROUNDS = 200;

const ROD = toVector(findRod('ER309L')?.typical ?? {});
const BASE = toVector(findGrade('304L')?.typical ?? {});

/** The same arithmetic in both languages must come to the same sums, or the ratio would mean nothing. */
export interface KernelResult {
  readonly seconds: number;
  readonly sum: number;
  readonly modes: number;
}

/** Small generator that both sides share for the inputs only. */
function uniforms(): () => number {
  let state = 1;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 4294967296;
  };
}

/** One round over all pools. */
function round(rods: Float64Array, bases: Float64Array, dilutions: Float64Array, result: Float64Array): void {
  const mixed = new Float64Array(ELEMENT_COUNT);
  const derived = new Float64Array(DERIVED_COUNT);
  const { wrcChromium, wrcNickel, hammarChromium, hammarNickel } = DERIVED;
  const elements = ELEMENT_COUNT;
  let sum = 0;
  let modes = 0;
  for (let pool = 0; pool < dilutions.length; pool++) {
    const offset = pool * elements;
    mixPool(rods, offset, bases, offset, dilutions[pool] as number, mixed);
    derivePool(mixed, 0, derived, 0);
    const ferrite = wrc1992LatentFerriteNumber(derived[wrcChromium] as number, derived[wrcNickel] as number);
    sum += ferrite > 0 ? ferrite : 0;
    modes += solidificationModeIndex(
      (derived[hammarChromium] as number) / Math.max(0.05, derived[hammarNickel] as number),
    );
  }
  result[0] = sum;
  result[1] = modes;
}

/** Pools through the core's own functions; the fastest of many rounds. */
export function kernelHere(): KernelResult {
  const next = uniforms();
  const rods = new Float64Array(POOLS * ELEMENT_COUNT);
  const bases = new Float64Array(POOLS * ELEMENT_COUNT);
  const dilutions = new Float64Array(POOLS);
  for (let pool = 0; pool < POOLS; pool++) {
    for (let e = 0; e < ELEMENT_COUNT; e++) rods[pool * ELEMENT_COUNT + e] = (ROD[e] as number) * (0.9 + 0.2 * next());
    for (let e = 0; e < ELEMENT_COUNT; e++)
      bases[pool * ELEMENT_COUNT + e] = (BASE[e] as number) * (0.9 + 0.2 * next());
    dilutions[pool] = 0.2 + 0.3 * next();
  }
  const result = new Float64Array(2);
  let best = Infinity;
  for (let count = 0; count < ROUNDS; count++) {
    const from = process.hrtime.bigint();
    round(rods, bases, dilutions, result);
    best = Math.min(best, Number(process.hrtime.bigint() - from) / 1e9);
  }
  return { seconds: best, sum: result[0] as number, modes: result[1] as number };
}

function tables(): string {
  const list = (values: ArrayLike<number>): string => `{${Array.from(values).join(', ')}}`;
  const formulas = POOL_FORMULA_IDS.map(linearFormula);
  const starts = [0];
  for (const { positions } of formulas) starts.push((starts[starts.length - 1] as number) + positions.length);
  const s = WRC1992_SURFACE;
  const { AF, FA, F } = constants.hammarSvensson.boundaries;
  // What evaluates a formula here must be what the table holds.
  if (formulas.some((formula) => !Number.isFinite(evaluateLinear(formula, ROD))))
    throw new Error('a formula has no value');
  return `
#define ELEMENTS ${ELEMENT_COUNT}
#define FORMULAS ${formulas.length}
#define WRC_CR ${DERIVED.wrcChromium}
#define WRC_NI ${DERIVED.wrcNickel}
#define HAMMAR_CR ${DERIVED.hammarChromium}
#define HAMMAR_NI ${DERIVED.hammarNickel}
#define MODE_AF ${AF}
#define MODE_FA ${FA}
#define MODE_F ${F}
#define A0 ${s.a0}
#define S0 ${s.s0}
#define PIVOT ${s.pivotCreq}.0
#define VANISHING ${s.vanishingCreq}
#define K1 ${s.k1}
#define K2 ${s.k2}
#define V1 ${s.v1}
#define TAU ${s.tau}
static const double TYPICAL_ROD[] = ${list(ROD)};
static const double TYPICAL_BASE[] = ${list(BASE)};
static const double CONSTANTS[] = ${list(formulas.map(({ constant }) => constant))};
static const int STARTS[] = ${list(starts)};
static const int POSITIONS[] = ${list(formulas.flatMap(({ positions }) => [...positions]))};
static const double COEFFICIENTS[] = ${list(formulas.flatMap(({ coefficients }) => [...coefficients]))};
`;
}

/** The same pools in C, compiled with the machine's compiler; undefined when there is none. */
export function kernelInC(): KernelResult | undefined {
  if (spawnSync('cc', ['--version']).status !== 0) return undefined;
  const folder = mkdtempSync(join(tmpdir(), 'variatum-bench-'));
  try {
    writeFileSync(join(folder, 'kernel-tables.h'), tables());
    const program = join(folder, 'kernel');
    const compiled = spawnSync('cc', ['-O3', '-I', folder, '-o', program, resolve('scripts/bench/kernel.c'), '-lm'], {
      encoding: 'utf8',
    });
    if (compiled.status !== 0) throw new Error(compiled.stderr);
    const ran = spawnSync(program, [String(POOLS), String(ROUNDS)], { encoding: 'utf8' });
    return JSON.parse(ran.stdout) as KernelResult;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

export { POOLS };
