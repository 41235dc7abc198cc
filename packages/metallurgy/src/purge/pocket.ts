import { ln } from '../arithmetic';
import { AIR_PPM, GAS } from './gas';

/**
 * Time constant of a dead end that empties by diffusion alone, s: `4 depth² / (π² D)`.
 * @param depthMm from the stream to its closed end
 */
export function pocketTimeConstant(depthMm: number): number {
  const depth = depthMm / 1000;
  return (4 * depth * depth) / (Math.PI * Math.PI * GAS.oxygenInArgonM2PerS);
}

/** Minutes until the closed end is at a level. @param targetPpm above 0 */
export function pocketMinutes(depthMm: number, targetPpm: number): number {
  return Math.max(0, (pocketTimeConstant(depthMm) * ln((AIR_PPM * 4) / Math.PI / targetPpm)) / 60);
}
