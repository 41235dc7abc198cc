import { FIGURES, item, said } from './facts';
import type { PreparationItem, PreparationQuestion } from './preparation-input';

const FLAT: readonly (string | null)[] = ['sheet', 'strip'];
/** Rough pieces nearly always have a machined face somewhere. */
const MACHINED: readonly (string | null)[] = ['casting', 'forging'];
const CHILLED: readonly string[] = ['square-butt', 'lap', 'corner', 'crack', 'patch'];

/** What keeps the part from moving: flanges on their own face, bars beside thin edges. */
export function holding(question: PreparationQuestion): readonly PreparationItem[] {
  const { length } = said(question);
  const welded = new Set(question.joints.flatMap(({ pieces }) => pieces));
  return [
    ...question.pieces.flatMap(({ id, name, shape, form, kind }): PreparationItem[] =>
      kind === 'base' && (shape === 'disc' || MACHINED.includes(form)) && welded.has(id)
        ? [item('clamp-flange', 'hold', { piece: id }, { piece: name })]
        : [],
    ),
    ...question.joints.flatMap((joint): PreparationItem[] => {
      const thin = question.pieces.some(
        ({ id, form, thicknessMm }) =>
          joint.pieces.includes(id) &&
          FLAT.includes(form) &&
          thicknessMm !== null &&
          thicknessMm < FIGURES.chillBelowMm,
      );
      const [near, far] = FIGURES.chillFarMm as [number, number];
      return thin && CHILLED.includes(joint.type)
        ? [
            item(
              'chill-bars',
              'hold',
              { joint: joint.id },
              { joint: joint.name, far: `${length(near)} to ${length(far)}` },
            ),
          ]
        : [];
    }),
  ];
}
