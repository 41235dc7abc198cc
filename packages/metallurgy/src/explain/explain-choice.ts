import choice from '../../data/choice.json';
import { InputError } from '../errors';
import { findRod } from '../catalogue';
import { choose, type ChooseInput, type RankedRod } from '../rod';
import { explainConstitution } from './explain-constitution';
import { plain, type ExplainStep } from './step';

/** What a choice says of one rod, traced. */
export interface ChoiceExplanation {
  readonly rod: string | null;
  readonly place: number;
  readonly steps: readonly ExplainStep[];
}

/**
 * Traces the expected loss of one rod: every mechanism with its drivers and severity, the costs, the sum, and the
 * constitution of its mean pool.
 * @param rod AWS class; null for no rod; undefined for the one recommended
 * @throws InputError as `choose`, or when the rod is no candidate
 */
export function explainChoice(input: ChooseInput, rod?: string | null, seed = 1): ChoiceExplanation {
  const answer = choose(input, seed);
  const wanted = rod === undefined ? answer.recommended : rod === null ? null : (findRod(rod)?.id ?? rod);
  const place = answer.ranking.findIndex(
    ({ rod: leading, otherForms }) => leading === wanted || otherForms.some((form) => form.rod === wanted),
  );
  if (place < 0) throw InputError.at(['rod'], `${wanted ?? 'no rod'} is not among the candidates for this joint`);
  const led = answer.ranking[place] as RankedRod;
  // A form that does not lead its weld metal is traced by itself.
  const entry =
    led.rod === wanted ? led : (choose({ ...input, rods: [wanted as string] }, seed).ranking[0] as RankedRod);
  const risks = entry.risks.map((risk): ExplainStep => {
    const severity = risk.probability > 0 ? risk.loss / risk.probability : 0;
    return {
      figure: `risks.${risk.mechanism}`,
      title: risk.title,
      value: risk.loss,
      unit: 'of a part lost',
      formula: 'mean probability × severity in this service',
      numbers: `${plain(risk.probability)} × ${plain(severity)}; ${risk.drivers
        .map(({ name, value, unit, limit }) =>
          `${name} ${plain(value)} ${unit}${limit === undefined ? '' : ` against ${plain(limit)}`}`.trim(),
        )
        .join(', ')}. ${risk.reason}`,
      from: risk.drivers.map(({ name }) => name),
      source: risk.source,
    };
  });
  const listed = entry.risks.reduce((sum, { loss }) => sum + loss, 0);
  const rest = entry.expectedLoss - entry.cost - listed;
  const steps: ExplainStep[] = [
    ...risks,
    {
      figure: 'cost',
      title: 'Price, purchase and nuisance',
      value: entry.cost,
      unit: 'of a part lost',
      formula: 'price index, shelf, preheat and care, house preference',
      numbers: plain(entry.cost),
      from: ['rods', 'stock', 'preferences'],
      source: choice.costs.source,
    },
    {
      figure: 'expectedLoss',
      title: 'Expected loss',
      value: entry.expectedLoss,
      unit: 'of a part lost',
      formula: 'Σ probability × severity + cost',
      numbers: `${plain(listed)} + ${plain(rest)} of mechanisms below one in a hundred + ${plain(entry.cost)}`,
      from: ['risks', 'cost'],
      source: `Mean of ${answer.samples} pools drawn with seed ${answer.seed}, the same for every rod`,
    },
    ...explainConstitution(entry.composition).map((step) => ({ ...step, figure: `meanPool.${step.figure}` })),
  ];
  return { rod: entry.rod, place: place + 1, steps };
}
