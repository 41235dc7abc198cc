import { FIGURES, item, said, wayOf } from './facts';
import type { PreparationItem, PreparationQuestion, PreparedJoint } from './preparation-input';

const thinnest = ({ pieces }: PreparedJoint, question: PreparationQuestion): number | null => {
  const walls = question.pieces.flatMap(({ id, kind, thicknessMm }) =>
    kind === 'base' && pieces.includes(id) && thicknessMm !== null ? [thicknessMm] : [],
  );
  return walls.length === 0 ? null : Math.min(...walls);
};

/** Cracks and old welds: ends found and stopped, ground out, cut out or welded over. */
export function edges(question: PreparationQuestion): readonly PreparationItem[] {
  const { length } = said(question);
  return question.joints.flatMap((joint): PreparationItem[] => {
    const of = { joint: joint.id };
    const words = { joint: joint.name };
    const old = question.pieces.filter(({ id, kind }) => kind === 'old-weld' && joint.pieces.includes(id));
    const wall = thinnest(joint, question);
    const { leastMm, toWall, mostMm } = FIGURES.stopDrill;
    const drill = Math.min(mostMm, Math.max(leastMm, toWall * (wall ?? leastMm)));
    const cracked = joint.type === 'crack' || joint.type === 'toe-crack';
    return [
      ...(cracked
        ? [
            item('crack-ends', 'look', of, words),
            item('stop-drill', 'edges', of, { ...words, drill: length(Math.round(drill * 10) / 10) }),
            ...(wall !== null && wall < FIGURES.grindFromMm ? [] : [item('grind-out', 'edges', of, words)]),
          ]
        : []),
      ...old.map(({ id, name }) =>
        item(
          'old-weld',
          'edges',
          { ...of, piece: id },
          { ...words, piece: name },
          { ways: [wayOf('cut-out'), wayOf('weld-over')] },
        ),
      ),
    ];
  });
}
