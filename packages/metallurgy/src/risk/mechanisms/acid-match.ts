import { step } from '../../arithmetic';
import figures from '../../../data/risks/acid-match.json';
import { isStainless } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { newSlot, ofPieces } from '../piece-facts';
import { told } from '../told';
import { leastOf } from '../worst-piece';

const LEANEST = newSlot();

const { Ni, Mo, Cu } = figures.perPercent;

/**
 * What carries metal through a reducing acid: nickel, molybdenum and copper together, in parts of a percent of
 * molybdenum.
 */
function reserveOf(composition: Float64Array): number {
  return (
    Ni * (composition[ELEMENT_INDEX.Ni] as number) +
    Mo * (composition[ELEMENT_INDEX.Mo] as number) +
    Cu * (composition[ELEMENT_INDEX.Cu] as number)
  );
}

const reserveOfPiece = ({ material, composition }: PieceSample): number =>
  isStainless(material.family) || material.family === 'nickel' ? reserveOf(composition) : Infinity;

/** Reserve of the leanest piece that is there to stand the acid; 0 where none is. */
function leanestReserve(sample: RiskSample): number {
  const least = leastOf(sample.pieces, reserveOfPiece);
  return least === Infinity ? 0 : least;
}

/** A bead leaner in nickel, molybdenum and copper than its pieces, in acid that pitting resistance does not judge. */
export const acidMatch: RiskMechanism = {
  id: 'acid-match',
  title: 'Bead leaner than its pieces in acid',
  scope: 'bead',
  probability(sample) {
    if (sample.service.environment !== 'acid') return 0;
    const asked = ofPieces(sample, LEANEST, leanestReserve);
    if (asked === 0) return 0;
    const missing = (asked - reserveOf(sample.pool)) / (asked + figures.floor);
    return figures.weights[sample.service.input.acid ?? 'unknown'] * step(missing, figures.center, figures.width);
  },
  explain(sample) {
    const asked = leanestReserve(sample);
    const has = reserveOf(sample.pool);
    const acid = sample.service.input.acid ?? 'unknown';
    return {
      drivers: [{ name: 'nickel, molybdenum and copper together', value: has, unit: '% Mo', limit: asked }],
      reason:
        asked === 0
          ? 'No piece here is made for acid.'
          : `In ${acid === 'unknown' ? 'acid of unknown kind' : `${acid} acid`} nickel, molybdenum and copper ` +
            `carry the metal: the bead has ${((100 * has) / asked).toFixed(0)} % of what its leaner piece has.`,
      remedy: 'A rod at least as rich in nickel, molybdenum and copper as the pieces; find out which acid it is.',
    };
  },
  ...told(figures),
};
