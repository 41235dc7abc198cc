import choice from '../../data/choice.json';
import { RISK_MECHANISMS } from '../risk';
import type { Alternative } from './alternatives';
import type { ChooseProblem } from './choose-input';
import type { RankedRod } from './ranked-rod';

const percent = (probability: number): string => `${Math.round(100 * probability)} %`;
const nameOf = ({ rod }: RankedRod): string => rod ?? 'no rod';

function probabilityOf({ risks }: RankedRod, mechanism: string): number {
  return risks.find((risk) => risk.mechanism === mechanism)?.probability ?? 0;
}

/** Mechanism that most separates a better rod from a worse one, with both figures. */
function separator(better: RankedRod, worse: RankedRod): string | undefined {
  const gains = worse.risks
    .map((risk) => ({
      risk,
      gain: risk.loss - (better.risks.find(({ mechanism }) => mechanism === risk.mechanism)?.loss ?? 0),
    }))
    .sort((left, right) => right.gain - left.gain);
  const top = gains[0];
  if (!top || top.gain < 0.006) {
    const dearer = worse.cost - better.cost;
    return dearer > 0.002
      ? `${nameOf(worse)} would serve as well; ${nameOf(better)} is the plainer, cheaper or likelier to be on the shelf.`
      : undefined;
  }
  const { mechanism, title, probability } = top.risk;
  return `${nameOf(better)} before ${nameOf(worse)}: ${title.toLowerCase()} ${percent(probabilityOf(better, mechanism))} against ${percent(probability)}.`;
}

/** Reasons for the leading rod, composed from what separates it from the others and from what no rod changes. */
export function composeReasons(
  problem: ChooseProblem,
  ranking: readonly RankedRod[],
  alternatives: readonly Alternative[],
): readonly string[] {
  const [first, second] = ranking;
  if (!first) return [];
  const reasons: string[] = [];
  const { median, range90 } = first.ferriteNumber;
  if (first.governing !== 'none')
    reasons.push(
      `${nameOf(first)}: ferrite number ${range90[0].toFixed(0)} to ${range90[1].toFixed(0)}, most likely ${median.toFixed(0)}, by ${DIAGRAM_NAMES[first.governing]}.`,
    );
  if (second) {
    const between = separator(first, second);
    if (between) reasons.push(between);
  }
  for (const { reason } of alternatives) reasons.push(`Worth weighing: ${reason}`);
  // The rod most welders would reach for deserves a word when it is not the answer.
  for (const usual of choice.usualRods.rods) {
    const other = ranking.find(({ rod }) => rod === usual);
    if (!other || other === first || other === second || other.expectedLoss - first.expectedLoss < 0.02) continue;
    const word = separator(first, other);
    if (word) reasons.push(other.worst === 'do-not' ? `${word} Do not use ${usual} here.` : word);
  }
  for (const risk of first.risks) {
    const order = RISK_MECHANISMS.findIndex(({ id }) => id === risk.mechanism);
    if (order < 0 || risk.level === 'low') continue;
    reasons.push(`${risk.title}: ${risk.level}. ${risk.reason} ${risk.remedy}`);
  }
  problem.pieces.forEach(({ identification }, index) => {
    if (identification && identification.fit.level !== 'good')
      reasons.push(
        identification.fit.level === 'none'
          ? `None of the grades explains what was seen on piece ${index + 1}; look again at ${identification.fit.oddTest}.`
          : `One test on piece ${index + 1} does not fit the rest: ${identification.fit.oddTest}.`,
      );
  });
  return reasons;
}

/** Names of the diagrams as people say them. */
export const DIAGRAM_NAMES: Readonly<Record<RankedRod['governing'], string>> = {
  wrc1992: 'WRC-1992',
  delong: 'DeLong',
  schaeffler: 'Schaeffler, percent ferrite',
  balmforthLippold: 'Balmforth and Lippold, percent ferrite',
  none: 'no diagram',
};
