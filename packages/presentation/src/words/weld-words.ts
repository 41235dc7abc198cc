import type {
  Alarm,
  CrackPlace,
  CrackTime,
  EarlyArc,
  LaidBead,
  MagnetPull,
  StopReason,
  WeldEntry,
} from '@variatum/metallurgy';
import { ppmWords } from './doing-words';
import type { WeldFigures } from './weld-figures';

export const CRACK_PLACE_WORDS: Readonly<Record<CrackPlace, string>> = {
  centre: 'along the middle',
  crater: 'in the crater',
  toe: 'at the toe',
  beside: 'beside the bead',
  tack: 'in a tack',
};
export const CRACK_TIME_WORDS: Readonly<Record<CrackTime, string>> = {
  hot: 'while it glowed',
  cooling: 'while it cooled',
  'next-day': 'a day later',
  service: 'in use',
};
export const PULL_WORDS: Readonly<Record<MagnetPull, string>> = {
  none: 'no pull',
  faint: 'faint pull',
  clear: 'clear pull',
  strong: 'strong pull',
};
export const STOP_WORDS: Readonly<Record<StopReason, string>> = {
  end: '',
  rod: 'rod used up',
  reach: 'broken off',
  alarm: 'alarm',
  crack: 'it cracked',
  other: 'broken off',
};

/** A bead as a log names it: `Run 2, pass 1, rod used up`. @param passes how many its joint takes */
export function beadName(
  { bead, number, pass, why }: Pick<LaidBead, 'bead' | 'number' | 'pass' | 'why'>,
  passes: number,
): string {
  const kind = bead === 'tack' ? `Tack ${number + 1}` : bead === 'repair' ? 'Repair' : `Run ${number + 1}`;
  const ended = why === null ? 'arc on' : STOP_WORDS[why];
  return [kind, bead === 'run' && passes > 1 ? `pass ${pass + 1}` : '', ended].filter(Boolean).join(', ');
}

/** That the arc came before the gas was clean, and with how much oxygen behind the root. */
export const earlyArcWords = ({ ppm, by }: EarlyArc): string =>
  `arc before the gas was clean: ${by === 'read' ? '' : 'about '}${ppmWords(ppm)} ppm behind the root, ${by}`;

/** Any entry of a weld log in a few words, as one is asked whether it goes. */
export function lastWords(entry: WeldEntry, figures: Pick<WeldFigures, 'warmth'>): string {
  if (entry.kind === 'start')
    return `arc on, ${entry.bead === 'repair' ? 'repair' : `${entry.bead} ${entry.number + 1}`}`;
  if (entry.kind === 'stop') return 'arc out';
  return loggedWords(entry, figures);
}

const CALLED_WORDS: Readonly<Record<Alarm, (ppm: number) => string>> = {
  'oxygen-rose': (ppm) => `oxygen rose to ${ppmWords(ppm)} ppm`,
  'room-oxygen': (ppm) => `${(ppm / 10_000).toFixed(1)} % oxygen in the room`,
  'meter-silent': (ppm) => `the meter went silent at ${ppmWords(ppm)} ppm`,
};

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
      return `alarm: ${CALLED_WORDS[entry.what](entry.value)}`;
    case 'oxygen':
      return entry.place === 'room'
        ? `${(entry.ppm / 10_000).toFixed(1)} % oxygen in the room, read off a display`
        : `${ppmWords(entry.ppm)} ppm oxygen inside, read off a display`;
    case 'early-arc':
      return earlyArcWords(entry);
    case 'confirmed':
      return 'what was asked of a bead was so';
    case 'meter-out':
      return `${entry.meter} out of use: ${entry.reason}`;
    case 'note':
      return entry.text;
    default:
      return '';
  }
}
