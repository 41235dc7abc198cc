import { item, said } from './facts';
import type { PreparationItem, PreparationQuestion } from './preparation-input';

/** The tacks of every joint as items of the list. */
export function tacking(question: PreparationQuestion): readonly PreparationItem[] {
  const { length } = said(question);
  return question.joints.flatMap((joint): PreparationItem[] => {
    const { tacks } = joint;
    if (!tacks || joint.seamMm === null) return [];
    const every = tacks.closed ? joint.seamMm / tacks.count : joint.seamMm / Math.max(1, tacks.count - 1);
    return [
      item(
        'tacks',
        'tack',
        { joint: joint.id },
        {
          joint: joint.name,
          count: String(tacks.count),
          spacing: `, one about every ${length(Math.round(every))}`,
          order: tacks.closed ? 'opposite first, then between' : 'ends first, then between',
          kind: tacks.wide
            ? 'small quick tacks crack in this mix: wide, filled, with a slow end'
            : joint.type === 'bevel' && !joint.fused
              ? 'bridge tacks keep the gap; they are ground out as you come to them'
              : 'quick and small, so that the pass melts them in again',
        },
      ),
    ];
  });
}
