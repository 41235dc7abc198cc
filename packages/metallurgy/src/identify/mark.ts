import identification from '../../data/identification.json';
import type { Grade } from '../catalogue';
import type { MarkModel } from './field-tests';

const plain = (text: string): string => text.toUpperCase().replace(/[^A-Z0-9./]/g, '');

const MARKS = new Map(
  Object.entries(identification.marks)
    .filter(([mark]) => mark !== 'source')
    .map(([mark, grades]) => [plain(mark), new Set(grades as readonly string[])]),
);

const base = (designation: string): string => /^[A-Z]?\d{3,5}/.exec(designation)?.[0] ?? designation;

/**
 * Likelihood of a mark on a piece of a grade: full for the grade named, less for its low-carbon, high-carbon or
 * stabilised sister (dual certificates are common), little for any other.
 * @param mark as read; punctuation and case do not count, several words may stand in it
 */
export function markLikelihood(model: MarkModel, mark: string, grade: Grade): number {
  const words = mark
    .split(/[\s,;]+/)
    .flatMap((word) => [word, word.split('-')[0] as string])
    .map(plain)
    .filter(Boolean);
  words.push(plain(mark));
  const { uns, en, iso, also } = grade.names;
  const names = new Set([grade.id, uns, en, iso, ...(also ?? [])].filter((name) => name !== undefined).map(plain));
  let best = model.other;
  for (const word of words) {
    const meant = MARKS.get(word);
    const stripped = word.replace(/^(AISI|TP|TYPE|SS|GRADE|EN|WNR)(?=[A-Z0-9])/, '');
    if (names.has(word) || names.has(stripped)) return model.match;
    if (meant?.has(grade.id)) best = Math.max(best, model.match * 0.8);
    else if (/\d{3}/.test(stripped) && [...names].some((name) => base(name) === base(stripped)))
      best = Math.max(best, model.related);
  }
  return best;
}
