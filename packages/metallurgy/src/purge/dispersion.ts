import { GAS } from './gas';

/**
 * Péclet number of laminar flow through a run, `u length / K` with `K = D (1 + (u R / D)² / 48)`. No more tanks in
 * series than half of it describe the run.
 * @param insideMm bore, mm
 * @param lengthMm length between feed and vent, mm
 * @param flowLpm flow, L/min
 * Source: Taylor 1953, Aris 1956, dispersion of soluble matter in a tube.
 */
export function pecletNumber(insideMm: number, lengthMm: number, flowLpm: number): number {
  const diffusivity = GAS.oxygenInArgonM2PerS;
  const radius = insideMm / 2000;
  const speed = flowLpm / 60000 / (Math.PI * radius * radius);
  const ratio = (speed * radius) / diffusivity;
  return (speed * lengthMm) / 1000 / (diffusivity * (1 + (ratio * ratio) / 48));
}
