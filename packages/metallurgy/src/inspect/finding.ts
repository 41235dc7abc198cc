import data from '../../data/inspection.json';
import type { InspectionLineId, InspectionMethodId } from './inspection-lines';

/** Colours a finding may name beside those of the tint scale: past the colours. */
export const GREY = 'grey';

/** What was seen or measured at a joint. */
export interface Finding {
  readonly id: string;
  readonly line: InspectionLineId;
  /** Where on the seam, mm along it; null: over all of it. */
  readonly atMm: number | null;
  /** mm, FN, or nm of oxide where a colour was read from a picture; null: only named. */
  readonly value: number | null;
  /** 90 % range of the value where it has one of its own. */
  readonly range90: readonly [number, number] | null;
  /** Word or colour chosen; null: only measured. */
  readonly choice: string | null;
  readonly by: InspectionMethodId;
  readonly note: string;
  /** Who looked; null: not known. */
  readonly who: string | null;
  readonly atMs: number;
  /** Picture it was read from or shown in. */
  readonly photo: string | null;
  /** Others who looked and found the same. */
  readonly confirmedBy: readonly string[];
}

/**
 * Whether a later finding stands in for an earlier one of the same line: it is of the whole seam, or of the same place.
 */
const standsInFor = (later: Finding, earlier: Finding): boolean =>
  later.atMm === null || (earlier.atMm !== null && Math.abs(later.atMm - earlier.atMm) <= data.samePlaceMm);

/**
 * Findings that stand, in the order they were made: what was looked at again at the same place has its last word.
 * @param findings those not struck out, in any order
 */
export function standingFindings(findings: readonly Finding[]): readonly Finding[] {
  const order = [...findings].sort((one, other) => one.atMs - other.atMs || (one.id < other.id ? -1 : 1));
  return order.filter(
    (earlier, index) =>
      !order.slice(index + 1).some((later) => later.line === earlier.line && standsInFor(later, earlier)),
  );
}
