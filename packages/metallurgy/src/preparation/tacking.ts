import { tackPlan } from '../sequence';
import { item, said } from './facts';
import type { PreparationItem, PreparationQuestion } from './preparation-input';

/** The tack plan of every joint as items of the list. */
export function tacking(question: PreparationQuestion): readonly PreparationItem[] {
  const { length } = said(question);
  return question.joints.flatMap((joint): PreparationItem[] => {
    const sides = question.pieces.filter(({ id }) => joint.pieces.includes(id));
    const walls = sides.flatMap(({ thicknessMm }) => (thicknessMm === null ? [] : [thicknessMm]));
    const prone = sides.some(({ crackProne }) => crackProne);
    const plan =
      joint.type === 'overlay' || joint.type === 'crack' || joint.type === 'toe-crack'
        ? null
        : tackPlan(joint, walls.length === 0 ? null : Math.min(...walls), prone);
    if (!plan || joint.seamMm === null) return [];
    const every = plan.closed ? joint.seamMm / plan.count : joint.seamMm / Math.max(1, plan.count - 1);
    return [
      item(
        'tacks',
        'tack',
        { joint: joint.id },
        {
          joint: joint.name,
          count: String(plan.count),
          spacing: `, one about every ${length(Math.round(every))}`,
          order: plan.closed ? 'opposite first, then between' : 'ends first, then between',
          kind: plan.wide
            ? 'small quick tacks crack in this mix: wide, filled, with a slow end'
            : joint.type === 'bevel' && !joint.fused
              ? 'bridge tacks keep the gap; they are ground out as you come to them'
              : 'quick and small, so that the pass melts them in again',
        },
      ),
    ];
  });
}
