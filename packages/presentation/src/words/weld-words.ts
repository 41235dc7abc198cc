import type { CrackPlace, CrackTime, LaidBead, MagnetPull, StopReason, WeldEntry } from '@variatum/metallurgy';
import type { WeldFigures } from './weld-figures';

export const CRACK_PLACE_WORDS: Readonly<Record<CrackPlace, string>> = {
  centre: 'along the middle', crater: 'in the crater', toe: 'at the toe', beside: 'beside the bead', tack: 'in a tack',
}; // prettier-ignore
export const CRACK_TIME_WORDS: Readonly<Record<CrackTime, string>> = {
  hot: 'while it glowed', cooling: 'while it cooled', 'next-day': 'a day later', service: 'in use',
}; // prettier-ignore
export const PULL_WORDS: Readonly<Record<MagnetPull, string>> = {
  none: 'no pull', faint: 'faint pull', clear: 'clear pull', strong: 'strong pull',
}; // prettier-ignore
export const STOP_WORDS: Readonly<Record<StopReason, string>> = {
  end: '', rod: 'rod used up', reach: 'broken off', alarm: 'alarm', crack: 'it cracked', other: 'broken off',
}; // prettier-ignore

/** A bead as a log names it: `Run 2, pass 1, rod used up`. @param passes how many its joint takes */
export function beadName(
  { bead, number, pass, why }: Pick<LaidBead, 'bead' | 'number' | 'pass' | 'why'>,
  passes: number,
): string {
  const kind = bead === 'tack' ? `Tack ${number + 1}` : bead === 'repair' ? 'Repair' : `Run ${number + 1}`;
  const ended = why === null ? 'arc on' : STOP_WORDS[why];
  return [kind, bead === 'run' && passes > 1 ? `pass ${pass + 1}` : '', ended].filter(Boolean).join(', ');
}

/** What was logged beside the beads, in words; empty for what a bead's own row says. */
export function loggedWords(entry: WeldEntry, { warmth }: Pick<WeldFigures, 'warmth'>): string {
  switch (entry.kind) {
    case 'temperature':
      return `${warmth(entry.tempC)}, ${entry.by === 'typed' ? 'typed' : 'by the meter'}`;
    case 'ferrite':
      return `gauge shows ferrite number ${entry.fn}`;
    case 'magnet':
      return `magnet: ${PULL_WORDS[entry.pull]}`;
    case 'crack':
      return `cracked ${CRACK_PLACE_WORDS[entry.where]}, ${CRACK_TIME_WORDS[entry.when]}`;
    case 'alarm':
      return entry.what === 'oxygen-rose' ? `alarm: oxygen rose to ${entry.value} ppm` : `alarm: ${(entry.value / 10_000).toFixed(1)} % oxygen in the room`; // prettier-ignore
    case 'note':
      return entry.text;
    default:
      return '';
  }
}
