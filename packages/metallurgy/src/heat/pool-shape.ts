import data from '../../data/heat.json';
import { spreadOf, stratifiedUniforms, type Spread } from '../chance';
import { arcPower, arcRadius, usualVolts, type ArcQuestion } from './arc';
import { distributedPlate, type DistributedSource } from './distributed-source';
import { rosenthalPlate, type MovingSource } from './rosenthal';
import type { ThermalMaterial } from './thermal-material';

/**
 * Temperature the edge of a pool is looked for at in the closed forms, °C. They know no heat of fusion: metal melts
 * where it would have become warmer than its solidus by what melting takes; part of that comes back from behind, where
 * the pool freezes. Without this a pool comes out a quarter wider than the simulation's, which carries the heat of
 * fusion, and too deep.
 * @param volumetricHeat J/m³K
 */
export const poolEdge = ({ solidusC, latentJPerKg, densityKgPerM3 }: ThermalMaterial, volumetricHeat: number): number =>
  solidusC + (data.meltThrough.fusionShare * latentJPerKg * densityKgPerM3) / volumetricHeat;

/** A steady pool in a plate of even thickness. */
export interface PoolQuestion {
  readonly arc: ArcQuestion;
  readonly thicknessMm: number;
  readonly startC: number;
  /** Temperature of the edge of the pool, °C: `poolEdge` of the metal. */
  readonly meltsC: number;
  /** W/mK */
  readonly conductivity: number;
  /** m²/s */
  readonly diffusivity: number;
}

/** Size of the pool, and whether it comes through. */
export interface PoolShape {
  readonly widthMm: Spread;
  /** Depth at the deepest place; the wall where it comes through. */
  readonly depthMm: Spread;
  /** Chance that the back of the plate melts, 0 to 1. */
  readonly meltsThrough: number;
}

/** What is not known of a pool: efficiency, voltage, travel, wall, and how the metal flows in it. */
export const DRAWN = 5;

/** Share of the heat that digs. @param uniform 0 to 1 */
export function digShare(uniform: number): number {
  const [low, , high] = data.meltThrough.dig.share as [number, number, number];
  return low + (high - low) * uniform;
}

/** Share of the heat that digs, most likely. */
export const LIKELY_DIG = data.meltThrough.dig.share[1] as number;

const EXTENT_M = 0.05;
/** Widest half pool that is looked for, m. */
const MOST_HALF_M = 0.025;

/** Standard deviation of the heat of an arc of a current about its middle, m. */
export const arcSigma = (amps: number): number => arcRadius(amps) / Math.SQRT2 / 1000;

/**
 * Largest of a figure along the way past a point, and where that is, m ahead of the arc: it has one maximum, behind it.
 * Golden section.
 */
function highest(
  at: (xiM: number) => number,
  yM: number,
  zM: number,
  steps: number,
): { readonly value: number; readonly xiM: number } {
  let [low, high] = [-EXTENT_M, Math.sqrt(yM * yM + zM * zM) + 1e-5];
  const golden = (Math.sqrt(5) - 1) / 2;
  let [left, right] = [high - golden * (high - low), low + golden * (high - low)];
  let [atLeft, atRight] = [at(left), at(right)];
  for (let step = 0; step < steps; step++) {
    if (atLeft < atRight) {
      [low, left, atLeft] = [left, right, atRight];
      right = low + golden * (high - low);
      atRight = at(right);
    } else {
      [high, right, atRight] = [right, left, atLeft];
      left = high - golden * (high - low);
      atLeft = at(left);
    }
  }
  return atLeft < atRight ? { value: atRight, xiM: right } : { value: atLeft, xiM: left };
}

/**
 * Hottest that a point beside the path of a point source gets, °C.
 * @param yM sideways, m
 * @param zM below the surface, m
 */
export const hottestAt = (source: MovingSource, thicknessM: number, yM: number, zM: number): number =>
  highest((xiM) => rosenthalPlate(source, thicknessM, xiM, yM, zM), yM, zM, 26).value;

/** The same under an arc of some width: what the pool and its near surroundings want. */
export const hottestUnder = (source: DistributedSource, thicknessM: number, yM: number, zM: number): number =>
  highest((xiM) => distributedPlate(source, thicknessM, xiM, yM, zM), yM, zM, 13).value;

/** How hot the back of a plate becomes under an arc of some width, °C, and where it is hottest, m ahead of it. */
export const hottestBack = (source: DistributedSource, thicknessM: number): ReturnType<typeof highest> =>
  highest((xiM) => distributedPlate(source, thicknessM, xiM, 0, thicknessM), 0, thicknessM, 13);

/** Largest distance at which a falling figure is still at least a level. @param most m; no farther is looked */
function reach(figure: (distanceM: number) => number, level: number, most: number): number {
  if (figure(1e-5) < level) return 0;
  if (figure(most) >= level) return most;
  let [near, far] = [1e-5, most];
  for (let step = 0; step < 11; step++) {
    const middle = (near + far) / 2;
    if (figure(middle) >= level) near = middle;
    else far = middle;
  }
  return near;
}

/** @param dig share of the heat that digs: what a pool spreads sideways does not */
function poolOnce(
  source: DistributedSource,
  thicknessM: number,
  meltsC: number,
  dig: number,
): readonly [number, number, boolean] {
  const half = reach((yM) => hottestUnder(source, thicknessM, yM, 0), meltsC, MOST_HALF_M);
  const digging = { ...source, powerW: dig * source.powerW };
  const through = hottestUnder(digging, thicknessM, 0, thicknessM) >= meltsC;
  const depth = through
    ? thicknessM
    : reach((zM) => hottestUnder(digging, thicknessM, 0, Math.min(zM, thicknessM)), meltsC, thicknessM);
  return [2 * half, depth, through];
}

/**
 * Width, depth and melting through of a steady pool, over what is not known of the arc: its efficiency and voltage
 * where they are left out, how evenly the hand travels, how the metal flows in the pool, and the wall.
 * @param seed the same seed gives the same answer
 */
export function poolShape(question: PoolQuestion, seed: number): PoolShape {
  const { arc, thicknessMm, startC, meltsC, conductivity, diffusivity } = question;
  const { samples } = data.meltThrough;
  const [lowest, , highest] = data.arc.efficiency as [number, number, number];
  const uniforms = stratifiedUniforms(seed, samples, DRAWN, samples);
  const widths = new Float64Array(samples);
  const depths = new Float64Array(samples);
  let through = 0;
  for (let sample = 0; sample < samples; sample++) {
    const about = (dimension: number, share: number): number =>
      1 + share * (2 * (uniforms[sample * DRAWN + dimension] as number) - 1);
    const efficiency = arc.efficiency ?? lowest + (highest - lowest) * (uniforms[sample * DRAWN] as number);
    const volts = arc.volts ?? usualVolts(arc.amps) * about(1, data.arc.voltShare);
    const source: DistributedSource = {
      sigmaM: arcSigma(arc.amps),
      powerW: arcPower({ ...arc, volts, efficiency }),
      travelMPerS: (arc.travelMmPerS / 1000) * about(2, data.arc.travelShare),
      startC,
      conductivity,
      diffusivity,
    };
    const wall = (thicknessMm / 1000) * about(3, data.arc.wallShare);
    const [width, depth, isThrough] = poolOnce(source, wall, meltsC, digShare(uniforms[sample * DRAWN + 4] as number));
    widths[sample] = width * 1000;
    depths[sample] = depth * 1000;
    if (isThrough) through++;
  }
  return {
    widthMm: spreadOf(widths, samples),
    depthMm: spreadOf(depths, samples),
    meltsThrough: through / samples,
  };
}
