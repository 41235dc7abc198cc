import data from '../../data/instruments.json';
import { chanceAt } from './scatter';

/** What may go wrong with a gauge on a bead. */
export const GAUGE_FAULTS = ['steel-beneath', 'not-calibrated', 'off-the-bead'] as const;
export type GaugeFault = (typeof GAUGE_FAULTS)[number];

/** A bead, and the gauge that is set on it. */
export interface GaugeScenario {
  readonly ferriteNumber: number;
  readonly fault?: { readonly kind: GaugeFault; readonly atS: number };
}

/** Carbon steel under a thin bead pulls too; a gauge nobody has set on its standards is off by a third. */
const BENEATH_FN = 24;
const OFF = 1.33;

/** What a simulated ferrite gauge shows, set on the bead at a moment, FN. Pure. */
export function readGauge({ ferriteNumber, fault }: GaugeScenario, seed: number, seconds: number): number {
  const { relative, leastFN } = data.usual.ferrite;
  const kind = fault && seconds >= fault.atS ? fault.kind : null;
  const felt =
    kind === 'off-the-bead'
      ? 0
      : kind === 'steel-beneath'
        ? ferriteNumber + BENEATH_FN
        : kind === 'not-calibrated'
          ? OFF * ferriteNumber
          : ferriteNumber;
  const sigma = Math.sqrt(leastFN ** 2 + (relative * felt) ** 2);
  return Math.max(0, Math.round(10 * (felt + sigma * chanceAt(seed, seconds).scatter)) / 10);
}
