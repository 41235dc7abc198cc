import vent from '../../data/vent.json';
import { GAS } from './gas';

/** Density of molten stainless, kg/m³. */
export const POOL_KG_PER_M3 = vent.poolDensityKgPerM3;

/** A root pool held between two curved surfaces, and where it lies. */
export interface SupportedPool {
  /** Depth of the pool: the wall, mm. */
  readonly depthMm: number;
  /** Half of its width at the root, mm. */
  readonly halfWidthMm: number;
  /** Surface tension, N/m. */
  readonly surfaceTension: number;
}

/**
 * Pressure of the pool's own weight on its inner face, Pa: inward at the top, outward at the bottom.
 * @param clockDeg from the top
 */
export const poolWeight = (depthMm: number, clockDeg: number): number =>
  POOL_KG_PER_M3 * GAS.gravityMPerS2 * (depthMm / 1000) * Math.cos((clockDeg * Math.PI) / 180);

/** Pressure that bulges the pool by so much, Pa. */
export const bulgePressure = ({ halfWidthMm, surfaceTension }: SupportedPool, deflectionMm: number): number =>
  (8 * surfaceTension * (deflectionMm / 1000)) / (halfWidthMm / 1000) ** 2;

/**
 * How far the root pool stands out of the wall, mm; positive: outward, blown out; negative: sunk in.
 * `s = (Δp − ρm g h cos φ) a² / 8γ`.
 * @param pressurePa inside over outside
 * @param clockDeg where on the pipe, degrees from the top
 */
export function poolDeflection(pool: SupportedPool, pressurePa: number, clockDeg: number): number {
  return (pressurePa - poolWeight(pool.depthMm, clockDeg)) / bulgePressure(pool, 1);
}
