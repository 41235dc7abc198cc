import choice from '../../data/choice.json';
import { findRod, isCarbonSteel } from '../catalogue';
import type { Alternative } from './alternatives';
import type { ChooseProblem } from './choose-input';
import type { RankedRisk, RankedRod } from './ranked-rod';

const percent = (probability: number): string => `${Math.round(100 * probability)} %`;
const nameOf = ({ rod }: RankedRod): string => rod ?? 'no rod';

function probabilityOf({ risks }: RankedRod, mechanism: string): number {
  return risks.find((risk) => risk.mechanism === mechanism)?.probability ?? 0;
}

/** The risk that most separates a better rod from a worse one; undefined where price and shelf do. */
function separating(better: RankedRod, worse: RankedRod): RankedRisk | undefined {
  const gains = worse.risks
    .filter(({ scope }) => scope === 'bead')
    .map((risk) => ({
      risk,
      gain: risk.loss - (better.risks.find(({ mechanism }) => mechanism === risk.mechanism)?.loss ?? 0),
    }))
    .sort((left, right) => right.gain - left.gain);
  const top = gains[0];
  return top && top.gain >= choice.shown.separatesFrom ? top.risk : undefined;
}

/** Why a better rod stands before a worse one, in one sentence; undefined where there is nothing to say. */
function separator(better: RankedRod, worse: RankedRod): string | undefined {
  const risk = separating(better, worse);
  if (risk)
    return (
      `${nameOf(better)} before ${nameOf(worse)}: ${risk.title.toLowerCase()} ` +
      `${percent(probabilityOf(better, risk.mechanism))} against ${percent(risk.probability)}.`
    );
  return worse.cost - better.cost > 0.002
    ? `${nameOf(worse)} would serve as well; ${nameOf(better)} is the plainer, cheaper or likelier to be on the shelf.`
    : undefined;
}

/** What a rod leaves behind, in half a sentence. */
function beadWords({ governing, ferriteNumber: { median, range90 } }: RankedRod): string {
  if (governing === 'none') return '';
  const [low, high] = range90.map(Math.round) as [number, number];
  const span = low === high ? `${low}` : `${low} to ${high}, most likely ${Math.round(median)}`;
  return ` leaves the bead at ferrite number ${span}`;
}

/**
 * The rod a shop would reach for without thinking: of the usual ones the one that was expected to come out best but did
 * not.
 */
function usualInstead(
  { pieces }: ChooseProblem,
  ranking: readonly RankedRod[],
  first: RankedRod,
): RankedRod | undefined {
  // Nobody reaches for the plain rod where no piece is plain steel.
  const plain = pieces.some(({ candidates: [likeliest] }) => likeliest && isCarbonSteel(likeliest.material.family));
  return ranking.find(
    (rod) =>
      (plain || !isCarbonSteel(findRod(rod.deposit ?? '')?.family ?? 'austenitic')) &&
      rod !== first &&
      rod.rod !== first.rod &&
      choice.usualRods.rods.includes(rod.deposit ?? '') &&
      rod.deposit !== first.deposit &&
      rod.expectedLoss - first.expectedLoss > choice.usualRods.worthAWord &&
      separating(first, rod) !== undefined,
  );
}

/** The answer as a colleague would give it: what the rod does here, and what the rod in the other hand would do. */
function opening(problem: ChooseProblem, ranking: readonly RankedRod[], first: RankedRod): string {
  const bead = beadWords(first);
  const other = usualInstead(problem, ranking, first);
  const risk = other && separating(first, other);
  const worst = first.risks.find(({ scope, level }) => scope === 'bead' && level !== 'low');
  const watch = worst ? `; mind ${worst.title.toLowerCase()}, ${percent(worst.probability)}` : '';
  const rod = first.rod === null ? 'No rod: the edges melted together' : first.rod;
  const what = bead
    ? `${rod}${bead}${watch}.`
    : `${rod}${first.rod === null ? '' : ' suits the pieces and the service best'}${watch}.`;
  if (!other || !risk) return what;
  const forbidden = other.worst === 'do-not' ? ' Do not use it here.' : '';
  return (
    `${what} With ${nameOf(other)} ${risk.title.toLowerCase()} would stand at ${percent(risk.probability)} against ` +
    `${percent(probabilityOf(first, risk.mechanism))}.${forbidden}`
  );
}

interface Judged {
  readonly ranking: readonly RankedRod[];
  readonly holds: readonly RankedRisk[];
  readonly saidFirst: readonly RankedRisk[];
}

/** Reasons for the leading rod, composed from what separates it from the others and from what no rod changes. */
export function composeReasons(
  problem: ChooseProblem,
  { ranking, holds, saidFirst }: Judged,
  alternatives: readonly Alternative[],
): readonly string[] {
  const [first, second] = ranking;
  if (!first) return [];
  const reasons = [
    ...holds.map(({ title, reason, remedy }) => `Not yet: ${title.toLowerCase()}. ${reason} ${remedy}`),
    ...saidFirst.map(({ title, reason, remedy }) => `First: ${title.toLowerCase()}. ${reason} ${remedy}`),
  ];
  reasons.push(opening(problem, ranking, first));
  if (first.governing !== 'none') reasons.push(`Ferrite by ${DIAGRAM_NAMES[first.governing]}.`);
  if (second) {
    const between = separator(first, second);
    if (between) reasons.push(between);
  }
  for (const { reason } of alternatives) reasons.push(`Worth weighing: ${reason}`);
  for (const risk of first.risks)
    if (risk.level !== 'low' && !holds.includes(risk) && !saidFirst.includes(risk))
      reasons.push(`${risk.title}: ${risk.level}. ${risk.reason} ${risk.remedy}`);
  problem.pieces.forEach(({ identification }, index) => {
    if (identification && identification.fit.level !== 'good')
      reasons.push(
        identification.fit.level === 'none'
          ? `None of the grades explains what was seen on piece ${index + 1}; look again at ` +
              `${identification.fit.oddTest}.`
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
