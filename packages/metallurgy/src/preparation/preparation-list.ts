import { backs } from './back';
import { cleaning } from './clean';
import { edges } from './edges';
import { fitUp } from './fit-up';
import { heating } from './heat';
import { holding } from './hold';
import { PREPARATION_GROUPS, type PreparationItem, type PreparationQuestion } from './preparation-input';
import { tacking } from './tacking';

/**
 * What is to be done before the arc, in the order it is done, each with its reason and what happens when it is skipped.
 * What holds welding up stands first in its part of the list.
 */
export function preparationList(question: PreparationQuestion): readonly PreparationItem[] {
  if (question.pieces.length === 0) return [];
  const items = [cleaning, edges, fitUp, holding, heating, backs, tacking].flatMap((part) => part(question));
  return PREPARATION_GROUPS.flatMap((group) => {
    const own = items.filter((one) => one.group === group);
    return [...own.filter(({ doNot }) => doNot), ...own.filter(({ doNot }) => !doNot)];
  });
}
