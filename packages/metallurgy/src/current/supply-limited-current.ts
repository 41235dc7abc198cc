import data from '../../data/supply.json';
import type { Process } from '../catalogue';
import { isWithin, LIMITS } from '../piece';
import { InputError, type FieldError } from '../errors';

/** What a socket gives. */
export interface Supply {
  /** Volts between the conductors, 90 to 700. */
  readonly volts: number;
  /** Amperes the fuse holds, 3 to 200. */
  readonly amperes: number;
  readonly phases: 1 | 3;
}

/** Supplies a workshop commonly has, for choosing from. */
export const SUPPLIES = data.supplies as readonly (Supply & { readonly id: string; readonly title: string })[];

/** Kinds of power source. */
export const MACHINE_KINDS = ['inverter', 'transformer'] as const;
export type MachineKind = (typeof MACHINE_KINDS)[number];

/**
 * Welding current at which a machine draws what its supply gives: the load voltage U = base + slope I times the current
 * is the power the supply has left after losses, a quadratic in I.
 * @returns range of current, A: machines of one kind differ
 * @throws InputError naming the field of the supply that is out of range
 * Source: conventional load voltages of IEC 60974-1; efficiency and power factor are estimates.
 */
export function supplyLimitedCurrent(
  supply: Supply,
  process: Process,
  machine: MachineKind = 'inverter',
): { readonly likely: number; readonly range: readonly [number, number] } {
  const errors: FieldError[] = [];
  const { volts, amperes, phases } = supply;
  if (!isWithin(volts, LIMITS.supplyVolts))
    errors.push({ path: ['supply', 'volts'], message: `give ${LIMITS.supplyVolts.join(' to ')} V` });
  if (!isWithin(amperes, LIMITS.supplyAmperes))
    errors.push({ path: ['supply', 'amperes'], message: `give ${LIMITS.supplyAmperes.join(' to ')} A` });
  if (phases !== 1 && phases !== 3) errors.push({ path: ['supply', 'phases'], message: 'give 1 or 3' });
  if (errors.length > 0) throw new InputError(errors);
  const watts =
    volts * amperes * (phases === 3 ? Math.sqrt(3) : 1) * data.efficiency[machine] * data.powerFactor[machine];
  const { base, perAmpere } = data.loadVoltage[process];
  const at = (share: number): number =>
    (Math.sqrt(base * base + 4 * perAmpere * watts * share) - base) / (2 * perAmpere);
  return { likely: at(1), range: [at(data.range.low), at(data.range.high)] };
}
