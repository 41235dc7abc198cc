import data from '../../data/heat.json';
import { spreadOf, stratifiedUniforms, type Spread } from '../chance';
import { arcPower, usualVolts, type ArcQuestion } from './arc';
import { rosenthalPlate, type MovingSource } from './rosenthal';

/** A steady pool in a plate of even thickness. */
export interface PoolQuestion {
  readonly arc: ArcQuestion;
  readonly thicknessMm: number;
  readonly startC: number;
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

const EXTENT_M = 0.05;

/** Hottest that a point beside the path gets, °C. @param yM sideways, m @param zM below the surface, m */
export function hottestAt(source: MovingSource, thicknessM: number, yM: number, zM: number): number {
  const at = (xiM: number): number => rosenthalPlate(source, thicknessM, xiM, yM, zM);
  // The peak passes behind the arc: golden section over ξ, one maximum.
  let [low, high] = [-EXTENT_M, Math.sqrt(yM * yM + zM * zM) + 1e-5];
  const golden = (Math.sqrt(5) - 1) / 2;
  let [left, right] = [high - golden * (high - low), low + golden * (high - low)];
  let [atLeft, atRight] = [at(left), at(right)];
  for (let step = 0; step < 26; step++) {
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
  return Math.max(atLeft, atRight);
}

/** Largest distance at which a falling figure is still at least a level. @param most m; no farther is looked */
function reach(figure: (distanceM: number) => number, level: number, most: number): number {
  if (figure(1e-5) < level) return 0;
  if (figure(most) >= level) return most;
  let [near, far] = [1e-5, most];
  for (let step = 0; step < 16; step++) {
    const middle = (near + far) / 2;
    if (figure(middle) >= level) near = middle;
    else far = middle;
  }
  return near;
}

function poolOnce(source: MovingSource, thicknessM: number, meltsC: number): readonly [number, number, boolean] {
  const half = reach((yM) => hottestAt(source, thicknessM, yM, 0), meltsC, EXTENT_M);
  const through = hottestAt(source, thicknessM, 0, thicknessM) >= meltsC;
  const depth = through
    ? thicknessM
    : reach((zM) => hottestAt(source, thicknessM, 0, Math.min(zM, thicknessM)), meltsC, thicknessM);
  return [2 * half, depth, through];
}

/**
 * Width, depth and melting through of a steady pool, over what is not known of the arc: its efficiency and voltage where they
 * are left out, how evenly the hand travels, and the wall.
 * @param seed the same seed gives the same answer
 */
export function poolShape(question: PoolQuestion, seed: number): PoolShape {
  const { arc, thicknessMm, startC, meltsC, conductivity, diffusivity } = question;
  const { samples } = data.meltThrough;
  const [lowest, , highest] = data.arc.efficiency as [number, number, number];
  const uniforms = stratifiedUniforms(seed, samples, 4, samples);
  const widths = new Float64Array(samples);
  const depths = new Float64Array(samples);
  let through = 0;
  for (let sample = 0; sample < samples; sample++) {
    const about = (dimension: number, share: number): number =>
      1 + share * (2 * (uniforms[sample * 4 + dimension] as number) - 1);
    const efficiency = arc.efficiency ?? lowest + (highest - lowest) * (uniforms[sample * 4] as number);
    const volts = arc.volts ?? usualVolts(arc.amps) * about(1, data.arc.voltShare);
    const source: MovingSource = {
      powerW: arcPower({ ...arc, volts, efficiency }),
      travelMPerS: (arc.travelMmPerS / 1000) * about(2, data.arc.travelShare),
      startC,
      conductivity,
      diffusivity,
    };
    const wall = (thicknessMm / 1000) * about(3, data.arc.wallShare);
    const [width, depth, isThrough] = poolOnce(source, wall, meltsC);
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
