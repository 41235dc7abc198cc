import { FIGURES, item, said } from './facts';
import type { PreparationItem, PreparationQuestion, PreparedJoint, PreparedPiece } from './preparation-input';

const BUTTS: readonly string[] = ['square-butt', 'bevel'];
const FILLETS: readonly string[] = ['fillet', 'lap', 'saddle', 'socket', 'patch'];
const TUBES: readonly (string | null)[] = ['tube', 'pipe'];

const sidesOf = ({ pieces }: PreparedJoint, all: readonly PreparedPiece[]): readonly PreparedPiece[] =>
  all.filter(({ id, kind }) => kind === 'base' && pieces.includes(id));

/** How edges are brought together: square, gap and land, mismatch, one size, taper, roundness. */
export function fitUp(question: PreparationQuestion): readonly PreparationItem[] {
  const { length } = said(question);
  return question.joints.flatMap((joint): PreparationItem[] => {
    const of = { joint: joint.id };
    const words = { joint: joint.name };
    const sides = sidesOf(joint, question.pieces);
    const walls = sides.flatMap(({ thicknessMm }) => (thicknessMm === null ? [] : [thicknessMm]));
    const thin = walls.length === 0 ? null : Math.min(...walls);
    const butt = BUTTS.includes(joint.type);
    const tubes = sides.length === 2 && sides.every(({ form }) => TUBES.includes(form));
    const allowed =
      thin === null ? question.highLowMm : Math.min(FIGURES.mismatchToWall * thin, question.highLowMm ?? Infinity);
    const apart = joint.insideApartMm;
    const tooFar = butt && apart !== null && allowed !== null && apart > allowed;
    const widest = Math.max(0, ...sides.map(({ outsideMm }) => outsideMm ?? 0));
    return [
      ...(tooFar ? [item('common-size', 'fit', of, { ...words, apart: length(Math.round(apart * 100) / 100) })] : []),
      ...(butt && joint.thicknessRatio !== null && joint.thicknessRatio > FIGURES.taperFromRatio
        ? [item('taper', 'fit', of, { ...words, ratio: joint.thicknessRatio.toFixed(1) })]
        : []),
      ...(joint.fused && joint.type !== 'crack' ? [item('square-ends', 'fit', of, words)] : []),
      ...(joint.type === 'bevel' && !joint.fused
        ? [item('open-root', 'fit', of, { ...words, gap: length(joint.fit.gapMm), land: length(joint.fit.landMm) })]
        : []),
      ...(FILLETS.includes(joint.type)
        ? [item('close-fit', 'fit', of, { ...words, gap: length(FIGURES.closeFitMm) })]
        : []),
      ...(butt && allowed !== null
        ? [
            item('mismatch', 'fit', of, {
              ...words,
              most: length(Math.round(allowed * 100) / 100),
              found:
                apart === null || apart < 0.005
                  ? ''
                  : `; the sizes alone give ${length(Math.round(apart * 100) / 100)}`,
            }),
          ]
        : []),
      ...(butt && tubes && joint.closed && widest >= FIGURES.outOfRoundFromMm
        ? [item('share-roundness', 'fit', of, words)]
        : []),
      ...(joint.type === 'bevel' && joint.closed ? [item('tight-first', 'fit', of, words)] : []),
    ];
  });
}
