/** A quantity as somebody gave it: what was typed, and what it was understood to mean in the unit its name says. */
export interface Quantity {
  /** null where nothing is known, or where what was typed was not understood. */
  readonly value: number | null;
  /** As it was typed, such as `16 ga`; empty where only the value is known. */
  readonly typed: string;
}

/** Nothing given. */
export const NOT_GIVEN: Quantity = { value: null, typed: '' };

/** Whether anything was given, understood or not. */
export const isGiven = ({ value, typed }: Quantity): boolean => value !== null || typed !== '';

/** A quantity of which only the value is known. */
export const known = (value: number): Quantity => ({ value, typed: '' });
