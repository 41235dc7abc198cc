import { isCastIron, isStainless } from '../catalogue';
import { FIGURES, item, said } from './facts';
import type { PreparationItem, PreparationQuestion } from './preparation-input';

/** What is cleaned, how far back and with what; plating and oil. */
export function cleaning(question: PreparationQuestion): readonly PreparationItem[] {
  const { pieces } = question;
  const { length, temperatures } = said(question);
  const base = pieces.filter(({ kind }) => kind === 'base');
  return [
    ...base.flatMap(({ id, name, coating }): PreparationItem[] =>
      coating === null || coating === 'bare'
        ? []
        : [
            item(
              `strip-${coating}`,
              'clean',
              { piece: id },
              { piece: name, far: length(FIGURES.stripMm) },
              { doNot: coating === 'galvanised' },
            ),
          ],
    ),
    ...base.flatMap(({ id, name, family, condition }): PreparationItem[] =>
      condition === 'oil-soaked' || (family !== null && isCastIron(family))
        ? [item('bake-out', 'clean', { piece: id }, { piece: name, hot: temperatures(FIGURES.bakeC) })]
        : [],
    ),
    item('bright', 'clean', {}, { far: length(FIGURES.cleanMm) }),
    item('degrease', 'clean', {}),
    ...(base.some(({ family }) => family === null || isStainless(family)) ? [item('own-tools', 'clean', {})] : []),
    item('protect', 'clean', {}),
  ];
}
