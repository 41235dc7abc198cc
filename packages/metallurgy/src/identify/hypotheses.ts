import identification from '../../data/identification.json';
import { GRADES, isCarbonSteel, type Grade } from '../catalogue';
import { type Coating, findItemFamily, type ItemFamily } from '../piece';
import type { IdentifyInput } from './identify-input';

/** One way the piece could be: a grade in a condition. */
export interface Hypothesis {
  readonly grade: Grade;
  /** Position of the grade in the catalogue. */
  readonly gradeIndex: number;
  readonly coating: Coating;
  /** Whether the piece as a whole is cold-worked. */
  readonly worked: boolean;
  /** Probability before any test. */
  readonly prior: number;
}

/** Confirmed pieces of the workshop by grade id, added to the pseudo-counts of the item family. */
export type ConfirmedCounts = { readonly [gradeId: string]: number };

/**
 * Every hypothesis with its prior: pseudo-counts of the item family, plus a background in proportion to how common a
 * grade is, less where the grade is not sold in the form at hand.
 * @returns priors that sum to one
 */
export function hypotheses(item: IdentifyInput['item'] = {}, confirmed: ConfirmedCounts = {}): readonly Hypothesis[] {
  // The form says it where the kind of item does not: a bead is no sheet.
  const family = findItemFamily(item.family ?? (item.form === 'weld' ? 'old-weld' : 'unknown')) as ItemFamily;
  const products = item.form ? identification.forms[item.form as keyof typeof identification.forms] : undefined;
  const prevalence = GRADES.reduce((sum, grade) => sum + grade.prevalence, 0);
  const worked =
    family.worked ??
    identification.worked.forms[item.form as keyof typeof identification.worked.forms] ??
    identification.worked.default;
  const list: { -readonly [Key in keyof Hypothesis]: Hypothesis[Key] }[] = [];
  let total = 0;
  GRADES.forEach((grade, gradeIndex) => {
    const fits = !products || products.some((product) => grade.products.includes(product));
    const formFactor = fits ? 1 : identification.formMismatch;
    const weight =
      ((family.counts[grade.id] ?? 0) +
        (family.background * grade.prevalence) / prevalence +
        (confirmed[grade.id] ?? 0) +
        (item.confirmed?.[grade.id] ?? 0)) *
      formFactor;
    // What never comes in this kind of item, and nobody has confirmed, is no hypothesis.
    if (weight <= 0) return;
    const coated = isCarbonSteel(grade.family) || grade.family === 'cast-iron';
    const { plated, galvanised } = family.coatedCarbonSteel;
    const coatings: [Coating, number][] = coated
      ? [
          ['bare', 1 - plated - galvanised],
          ['plated', plated],
          ['galvanised', galvanised],
        ]
      : [['bare', 1]];
    for (const [coating, share] of coatings) {
      if (share <= 0) continue;
      list.push({ grade, gradeIndex, coating, worked: false, prior: weight * share * (1 - worked) });
      list.push({ grade, gradeIndex, coating, worked: true, prior: weight * share * worked });
      total += weight * share;
    }
  });
  for (const hypothesis of list) hypothesis.prior /= total;
  return list;
}
