import { ramp, rampOver, step } from '../../arithmetic';
import figures from '../../../data/risks/creep-match.json';
import { isAustenitic } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { newSlot, ofPieces } from '../piece-facts';
import { told } from '../told';
import { leastOf } from '../worst-piece';

const WEAKEST = newSlot();

/** Creep strength of austenitic or nickel metal as an index, about 0.1 to 1. */
function indexOf(composition: Float64Array): number {
  const { base, ofCarbon, ofNiobium, ofMolybdenum, ofTitanium, ofCarbides, nickel, ...ranges } = figures.strength;
  const percent = composition[ELEMENT_INDEX.C] as number;
  const carbon = ofCarbon * rampOver(percent, ranges.carbon) + ofCarbides * rampOver(percent, ranges.carbides);
  const carbides = Math.max(
    ofNiobium * rampOver(composition[ELEMENT_INDEX.Nb] as number, ranges.niobium),
    ofTitanium * rampOver(composition[ELEMENT_INDEX.Ti] as number, ranges.titanium),
  );
  const solution = ofMolybdenum * rampOver(composition[ELEMENT_INDEX.Mo] as number, ranges.molybdenum);
  return (
    base +
    carbon +
    carbides +
    solution +
    nickel * rampOver(composition[ELEMENT_INDEX.Ni] as number, ranges.nickelPercent)
  );
}

function ofPiece({ material, composition }: PieceSample): number {
  return isAustenitic(material.family) || material.family === 'nickel'
    ? indexOf(composition)
    : figures.ferriticStrength;
}

const weakestPiece = ({ pieces }: RiskSample): number => leastOf(pieces, ofPiece);

function ofBead(sample: RiskSample): number {
  const { from, to, loss } = figures.ferrite;
  const bead = indexOf(sample.pool) - loss * ramp(sample.ferriteNumber, from, to);
  const alloyed = sample.stainless + sample.nickelBase;
  return alloyed * bead + (1 - alloyed) * figures.ferriticStrength;
}

/** A bead that creeps faster than the weaker of its pieces in long service above about 550 °C. */
export const creepMatch: RiskMechanism = {
  id: 'creep-match',
  title: 'Bead creeps before the pieces',
  scope: 'bead',
  probability(sample) {
    const { highestC, hot } = sample.service;
    if (highestC === undefined) return 0;
    const [from, to] = figures.hotC as [number, number];
    const long = ramp(highestC, from, to) * (hot === 'short' ? figures.shortHot : 1);
    return long === 0
      ? 0
      : long * step(ofPieces(sample, WEAKEST, weakestPiece) - ofBead(sample), figures.center, figures.width);
  },
  explain(sample) {
    return {
      drivers: [
        { name: 'carbon in the bead', value: sample.pool[ELEMENT_INDEX.C] as number, unit: '%' },
        { name: 'niobium in the bead', value: sample.pool[ELEMENT_INDEX.Nb] as number, unit: '%' },
      ],
      reason:
        `At ${sample.service.highestC ?? 0} °C the bead, with ` +
        `${(sample.pool[ELEMENT_INDEX.C] as number).toFixed(3)} % carbon and about ` +
        `${sample.ferriteNumber.toFixed(0)} FN, stretches sooner than the pieces.`,
      remedy: 'A rod with carbon to match the pieces, a niobium-stabilised or a nickel rod; little ferrite.',
    };
  },
  ...told(figures),
};
