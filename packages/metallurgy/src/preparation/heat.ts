import { isCastIron } from '../catalogue';
import { item, wayOf } from './facts';
import type { PreparationItem, PreparationQuestion } from './preparation-input';

/** Preheat, and the schools of cast iron. */
export function heating(question: PreparationQuestion): readonly PreparationItem[] {
  const cast = new Set(
    question.pieces.flatMap(({ id, family }) => (family !== null && isCastIron(family) ? [id] : [])),
  );
  return [
    ...question.pieces.flatMap(({ id, name }) =>
      cast.has(id)
        ? [item('cast-iron-school', 'heat', { piece: id }, { piece: name }, { ways: [wayOf('cold'), wayOf('hot')] })]
        : [],
    ),
    ...question.joints.flatMap((joint): PreparationItem[] => [
      ...joint.heat.flatMap((advice): PreparationItem[] => {
        const piece = joint.pieces[advice.piece];
        // Cast iron is preheated by the school that is chosen.
        if (advice.kind !== 'preheat' || piece === undefined || cast.has(piece)) return [];
        const name = question.pieces.find(({ id }) => id === piece)?.name ?? advice.grade;
        return [
          item(
            'heat',
            'heat',
            { joint: joint.id, piece },
            { words: advice.words.replace(/\.$/, ''), piece: name },
            { source: advice.source },
          ),
        ];
      }),
      ...(joint.isPeened ? [item('peen', 'heat', { joint: joint.id }, { joint: joint.name })] : []),
    ]),
  ];
}
