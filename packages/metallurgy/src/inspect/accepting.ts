import type { InspectionLineId } from './inspection-lines';
import type { Verdict } from './judge-weld';

/** What stands against accepting a joint. */
export type AcceptObstacle =
  /** A crack was found and nothing was found since to be whole there: it is never accepted. */
  | { readonly code: 'crack' }
  /** Lines were missed, or not looked at: it is accepted only with a reason, and when that is said again. */
  | {
      readonly code: 'say-why';
      readonly missed: readonly InspectionLineId[];
      readonly close: readonly InspectionLineId[];
      readonly open: readonly InspectionLineId[];
    };

/** What stands against accepting a joint as it is judged; null: nothing. */
export function acceptObstacle({
  lines,
  state,
  open,
}: Pick<Verdict, 'lines' | 'state' | 'open'>): AcceptObstacle | null {
  const named = (wanted: string): readonly InspectionLineId[] =>
    lines.filter((line) => line.state === wanted && (line.asked || line.finding)).map(({ line }) => line);
  const missed = named('missed');
  if (missed.includes('cracks')) return { code: 'crack' };
  return state === 'met' ? null : { code: 'say-why', missed, close: named('close'), open };
}
