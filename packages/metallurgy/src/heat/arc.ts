import data from '../../data/heat.json';
import supply from '../../data/supply.json';
import type { Process } from '../catalogue';

/** A steady arc or a pulsed one, as it is asked about. */
export interface ArcQuestion {
  /** Mean current, A; of a pulsed arc `meanAmps` gives it. */
  readonly amps: number;
  /** Arc voltage, V; left out: the usual one for the current. */
  readonly volts?: number | undefined;
  /** Share of the arc's power that stays in the metal; left out: the usual range of a gas tungsten arc. */
  readonly efficiency?: number | undefined;
  readonly travelMmPerS: number;
}

/** Usual voltage of an argon-shielded tungsten arc of this current, V. */
export const usualVolts = (amps: number): number => data.arc.volts + data.arc.voltsPerAmp * amps;

/**
 * What of an arc of a process is otherwise than of a gas tungsten arc: its load voltage, and the share of its power
 * that stays in the metal. Source: load voltages as conventional (IEC 60974-1), thermal efficiency as EN 1011-1 has it.
 */
export function arcOfProcess(process: Process, amps: number): Pick<ArcQuestion, 'volts' | 'efficiency'> {
  if (process === 'gtaw') return {};
  const { base, perAmpere } = supply.loadVoltage[process];
  return { volts: base + perAmpere * amps, efficiency: data.arc.consumableEfficiency.value };
}

/** Distance from the middle of an arc of a current within which 63 % of its heat falls, mm. */
export function arcRadius(amps: number): number {
  const { base, perAmp, most } = data.arc.radiusMm;
  return Math.min(most, base + perAmp * amps);
}

/** Power that stays in the metal, W. */
export function arcPower({ amps, volts = usualVolts(amps), efficiency = data.arc.efficiency[1] }: ArcQuestion): number {
  return (efficiency as number) * volts * amps;
}

/** Heat input, kJ/mm: what stays in the metal, for each millimetre of weld. */
export const heatInput = (arc: ArcQuestion): number => arcPower(arc) / arc.travelMmPerS / 1000;

/** Mean current of a pulsed arc, A. @param onShare share of the time at its peak, 0 to 1 */
export const meanAmps = (peakAmps: number, backgroundAmps: number, onShare: number): number =>
  onShare * peakAmps + (1 - onShare) * backgroundAmps;
