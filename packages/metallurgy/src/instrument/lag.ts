import { exp } from '../arithmetic';

/** So many lags back an instrument has forgotten what it saw. */
const FORGOTTEN_LAGS = 12;

/**
 * What an instrument has come to by a moment: it follows what it sees with a lag of first order.
 * @param sees what is there at a moment
 * @param atFirst what it shows at the second 0
 * @param stepS steps it is followed in, s
 */
export function lagged(
  sees: (seconds: number) => number,
  atFirst: number,
  lagS: number,
  seconds: number,
  stepS: number,
): number {
  let at = Math.max(0, seconds - FORGOTTEN_LAGS * lagS);
  let shown = at === 0 ? atFirst : sees(at);
  while (at < seconds) {
    const step = Math.min(stepS, seconds - at);
    at += step;
    shown += (sees(at) - shown) * (1 - exp(-step / lagS));
  }
  return shown;
}

/** Something of which an instrument may stick. */
interface MaySticks {
  readonly meter: { readonly dropout?: number };
  readonly fault?: { readonly kind: string; readonly atS: number };
}

/**
 * The moment an instrument shows: one that is stuck shows for ever what it showed when it stuck.
 * @returns null: nothing comes at this moment
 */
export function momentShown(
  { meter: { dropout = 0 }, fault }: MaySticks,
  comes: number,
  seconds: number,
): number | null {
  if (comes < dropout) return null;
  return fault?.kind === 'stuck' && seconds > fault.atS ? fault.atS : seconds;
}
