import { formatLength, type LengthUnit, type SeamPull } from '@variatum/metallurgy';

/** Below this nobody sees a pull, mm. */
const UNSEEN_MM = 0.015;

/** Whether a pull is worth a word. */
export const isSeen = ({ mm }: Pick<SeamPull, 'mm'>): boolean => mm >= UNSEEN_MM;

/** A pull as its length: `0.12 mm`, `none`. */
export const pullWords = (pull: Pick<SeamPull, 'mm'>, unit: LengthUnit): string =>
  isSeen(pull) ? formatLength(Number(pull.mm.toFixed(2)), unit) : 'none';

/** Where a seam goes, in a sentence. */
export function pullSentence(pull: Pick<SeamPull, 'mm' | 'towards'>, kind: 'ring' | 'line', unit: LengthUnit): string {
  if (!isSeen(pull)) return 'Leaves no distortion to speak of.';
  const far = pullWords(pull, unit);
  if (kind === 'ring')
    return (
      `Tilts ${far} over ${formatLength(100, unit)} towards ${Math.round(pull.towards / 30) % 12 || 12} o’clock, ` +
      'half of it either way.'
    );
  return `Shrinks ${far} more at ${pull.towards === 0 ? 'its start' : 'its end'}, half of it either way.`;
}
