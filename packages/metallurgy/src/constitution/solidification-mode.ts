import constants from '../../data/constitution/constants.json';

/** Primary solidification modes: austenite, austenite then ferrite, ferrite then austenite, ferrite. */
export type SolidificationMode = 'A' | 'AF' | 'FA' | 'F';

/** The modes from the austenitic to the ferritic side. */
export const SOLIDIFICATION_MODES: readonly SolidificationMode[] = ['A', 'AF', 'FA', 'F'];

const { AF, FA, F } = constants.hammarSvensson.boundaries;

/**
 * Solidification mode from the ratio of the Hammar-Svensson equivalents.
 * @param ratio chromium equivalent over nickel equivalent, 0 or more
 * Source: Hammar and Svensson (1979): A below 1.38, AF to 1.50, FA to 2.00, F above.
 */
export function solidificationMode(ratio: number): SolidificationMode {
  return SOLIDIFICATION_MODES[solidificationModeIndex(ratio)] as SolidificationMode;
}

/** As `solidificationMode`, as a position in `SOLIDIFICATION_MODES`. */
export function solidificationModeIndex(ratio: number): number {
  return ratio < AF ? 0 : ratio < FA ? 1 : ratio < F ? 2 : 3;
}
