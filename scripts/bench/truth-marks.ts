import { identify } from '@variatum/metallurgy';
import marks from '../../packages/metallurgy/src/testing/truth/marks.json';
import { scoreOf, type Score } from './truth-score';

interface TrueMark {
  readonly mark: string;
  readonly grades: readonly string[];
  readonly families?: readonly string[];
}

/** So much of the belief lies on what a mark can mean where it was read. */
const MOST = 0.7;

/** Marks as they stand on pieces: whether most of the belief lies on what they can mean, and what was taken. */
export function marksScore(): Score {
  return scoreOf(marks.marks as readonly TrueMark[], ({ mark, grades, families = [] }) => {
    const { candidates } = identify({ tests: [{ test: 'stamp', mark }] });
    const belief = candidates
      .filter(({ grade, family }) => grades.includes(grade) || families.includes(family))
      .reduce((sum, { probability }) => sum + probability, 0);
    const [first] = candidates;
    const meant = [...grades, ...families].join(', ');
    return belief >= MOST ? null : `${mark}: ${first?.grade ?? 'nothing'}; ${Math.round(100 * belief)} % on ${meant}`;
  });
}
