import { FaultCollector } from '@variatum/metallurgy';

/** A computation, or null where what it is made from cannot be taken: what is wrong stands at its field. */
export const attempted = <Value>(compute: () => Value): Value | null => new FaultCollector().attempt(compute) ?? null;
