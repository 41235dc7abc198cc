import { curve, ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/haz-hardening.json';
import { isCarbonSteel, isMartensitic } from '../../catalogue';
import { ELEMENT_INDEX, type CompositionVector } from '../../composition';
import { cetPreheatC, evaluateLinear, linearFormula, martensiteHardness } from '../../constitution';
import type { RiskMechanism } from '../mechanism';
import type { PieceSample } from '../material';
import type { RiskSample } from '../risk-sample';
import { newSlot, ofPieces } from '../piece-facts';
import { told } from '../told';
import { worstPiece, worstProbability } from '../worst-piece';

const WORST = newSlot();
const worstOf = ({ pieces }: RiskSample): number => worstProbability(pieces, ofPiece);

const PREHEAT = curve(figures.preheatC);
const CE = linearFormula('ceIiw');
const CET = linearFormula('cet');

function hardShare({ material, composition, thicknessMm }: PieceSample): number {
  if (isMartensitic(material.family)) {
    const [from, to] = figures.softCarbon as [number, number];
    return figures.softShare + (1 - figures.softShare) * ramp(composition[ELEMENT_INDEX.C] as number, from, to);
  }
  if (!isCarbonSteel(material.family)) return 0;
  const { center, width, perMm, referenceMm } = figures.carbonEquivalent;
  return step(evaluateLinear(CE, composition) + perMm * (Math.min(30, thicknessMm) - referenceMm), center, width);
}

function ofPiece(piece: PieceSample): number {
  const share = hardShare(piece);
  if (share === 0) return 0;
  return (
    share *
    step(
      martensiteHardness(piece.composition[ELEMENT_INDEX.C] as number),
      figures.hardness.center,
      figures.hardness.width,
    )
  );
}

/** Preheat a piece calls for, °C; 0 when none. */
export function preheatOf(
  material: PieceSample['material'],
  composition: CompositionVector,
  thicknessMm: number,
  hydrogenMl: number = figures.hydrogenMl,
): number {
  if (isMartensitic(material.family)) return Math.round(PREHEAT(composition[ELEMENT_INDEX.C] as number) / 10) * 10;
  if (!isCarbonSteel(material.family)) return 0;
  const preheat = cetPreheatC(evaluateLinear(CET, composition), thicknessMm, hydrogenMl, figures.heatInputKjPerMm);
  return preheat > 40 ? Math.round(preheat / 10) * 10 : 0;
}

/** Hardening and hydrogen cracking of the base metal beside the bead. */
export const hazHardening: RiskMechanism = {
  id: 'haz-hardening',
  title: 'Hard heat-affected zone and cold cracking',
  scope: 'bead',
  probability(sample) {
    const probability = ofPieces(sample, WORST, worstOf);
    if (probability === 0) return 0;
    // Austenitic and nickel weld metal holds hydrogen and keeps it from the base metal.
    const tolerant =
      sample.nickelBase +
      sample.stainless * (1 - ramp(sample.martensite, 0.05, 0.2)) * (1 - ramp(sample.ferriteNumber, 80, 100));
    const relief = 1 - (1 - figures.austeniticRelief) * Math.min(1, tolerant);
    return probability * relief * (0.5 + 0.5 * sample.hydrogenFactor);
  },
  explain(sample) {
    const worst = worstPiece(sample.pieces, ofPiece);
    const carbon = worst.composition[ELEMENT_INDEX.C] as number;
    const preheat = preheatOf(worst.material, worst.composition, worst.thicknessMm);
    return {
      drivers: [
        { name: `carbon in ${worst.material.id}`, value: carbon, unit: '%' },
        { name: 'martensite hardness', value: martensiteHardness(carbon), unit: 'HV', limit: 350 },
        { name: 'preheat', value: preheat, unit: '°C' },
      ],
      reason:
        preheat > 0
          ? `${worst.material.id} hardens beside the bead, near ${martensiteHardness(carbon).toFixed(0)} HV at ` +
            `${carbon.toFixed(2)} % carbon: preheat about ${preheat} °C.`
          : `${worst.material.id} hardens little beside the bead at this thickness.`,
      remedy:
        preheat > 0
          ? 'Preheat and hold it, keep everything dry, cool slowly; an austenitic or nickel rod forgives more.'
          : 'Keep it dry.',
    };
  },
  ...told(figures),
};
