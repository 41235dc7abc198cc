import { exp, ln } from '../arithmetic';
import wrc from '../../data/constitution/wrc1992.json';

/**
 * A published weld metal: its WRC-1992 equivalents, its ferrite number, and how sure that number is, one standard
 * deviation.
 */
export interface Anchor {
  readonly what: string;
  readonly cr: number;
  readonly ni: number;
  readonly fn: number;
  readonly sigma: number;
}

/** The anchors the surface was made from. */
export const ANCHORS: readonly Anchor[] = wrc.anchors;

const NAMES = ['a0', 's0', 'vanishingCreq', 'k1', 'k2', 'v1', 'tau'] as const;
const START = NAMES.map((name) => wrc.surface[name]);
/**
 * How far a parameter may leave where it started, as a share of itself: a few anchors do not settle seven parameters.
 */
const PRIOR = 0.15;
const ROUNDS = 12;

/** Ferrite number of the surface with other parameters, 0 or more; the form is that of `wrc1992LatentFerriteNumber`. */
function surfaceAt(parameters: readonly number[], cr: number, ni: number): number {
  const [a0, s0, vanishing, k1, k2, v1, tau] = parameters as [number, number, number, number, number, number, number];
  const { pivotCreq } = wrc.surface;
  const v = ((a0 + s0 * (cr - pivotCreq) - ni) * (pivotCreq - vanishing)) / (cr - vanishing);
  const soft = (x: number): number => (x > 30 ? x : ln(1 + exp(x)));
  return Math.max(0, k1 * v + k2 * tau * (soft((v - v1) / tau) - soft(-v1 / tau)));
}

/** Solves a small symmetric system by elimination. */
function solve(matrix: number[][], right: number[]): number[] {
  const size = right.length;
  for (let column = 0; column < size; column++) {
    const pivot = matrix[column] as number[];
    for (let row = column + 1; row < size; row++) {
      const line = matrix[row] as number[];
      const factor = (line[column] as number) / (pivot[column] as number);
      for (let k = column; k < size; k++) line[k] = (line[k] as number) - factor * (pivot[k] as number);
      right[row] = (right[row] as number) - factor * (right[column] as number);
    }
  }
  for (let row = size - 1; row >= 0; row--) {
    const line = matrix[row] as number[];
    let sum = right[row] as number;
    for (let k = row + 1; k < size; k++) sum -= (line[k] as number) * (right[k] as number);
    right[row] = sum / (line[row] as number);
  }
  return right;
}

/**
 * Least squares through the anchors given, each by its own sureness, held near the shipped parameters (Gauss and
 * Newton).
 */
function refit(anchors: readonly Anchor[]): readonly number[] {
  let parameters = [...START];
  for (let round = 0; round < ROUNDS; round++) {
    const matrix = NAMES.map((_, i) => NAMES.map((__, j) => (i === j ? 1 / (PRIOR * (START[i] as number)) ** 2 : 0)));
    const right = NAMES.map(
      (_, i) => ((START[i] as number) - (parameters[i] as number)) / (PRIOR * (START[i] as number)) ** 2,
    );
    for (const { cr, ni, fn, sigma } of anchors) {
      const here = surfaceAt(parameters, cr, ni);
      const slopes = parameters.map((value, i) => {
        const step = 1e-4 * Math.abs(value);
        return (
          (surfaceAt(
            parameters.map((other, k) => (k === i ? other + step : other)),
            cr,
            ni,
          ) -
            here) /
          step
        );
      });
      slopes.forEach((slope, i) => {
        right[i] = (right[i] as number) + (slope * (fn - here)) / sigma ** 2;
        slopes.forEach((other, j) => {
          (matrix[i] as number[])[j] = ((matrix[i] as number[])[j] as number) + (slope * other) / sigma ** 2;
        });
      });
    }
    const move = solve(matrix, right);
    parameters = parameters.map((value, i) => value + (move[i] as number));
  }
  return parameters;
}

/** Ferrite number of an anchor as the surface made from all the others predicts it. */
export const predictLeftOut = (anchor: Anchor): number =>
  surfaceAt(refit(ANCHORS.filter((other) => other !== anchor)), anchor.cr, anchor.ni);
