import data from '../../data/identification.json';
import type { Candidate } from './identify';

/** The grade that may be offered as the answer; null while none is likely enough. @param candidates best first */
export function leadingGrade(candidates: readonly Pick<Candidate, 'grade' | 'probability'>[]): string | null {
  const [first] = candidates;
  return first && first.probability > data.leader.from ? first.grade : null;
}
