import data from '../../../data/risks.json';
import { isCarbonSteel, isMartensitic } from '../../catalogue';
import { ELEMENT_INDEX, type CompositionVector } from '../../composition';
import {
  cetPreheatC,
  evaluateLinear,
  interpolate,
  linearFormula,
  martensiteHardness,
  type DiagramPoint,
} from '../../constitution';
import type { RiskMechanism } from '../mechanism';
import type { PieceSample } from '../material';
import { step } from '../smooth';
import { worstPiece, worstProbability } from '../worst-piece';
import { fromJson } from '../../from-json';

const figures = data.mechanisms['haz-hardening'];
const PREHEAT = fromJson<readonly DiagramPoint[]>(figures.preheatC);
const CE = linearFormula('ceIiw');
const CET = linearFormula('cet');

function hardShare({ material, composition, thicknessMm }: PieceSample): number {
  if (isMartensitic(material.family)) return (composition[ELEMENT_INDEX.C] as number) > 0.06 ? 1 : 0.3;
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
): number {
  if (isMartensitic(material.family))
    return Math.round(interpolate(composition[ELEMENT_INDEX.C] as number, PREHEAT) / 10) * 10;
  if (!isCarbonSteel(material.family)) return 0;
  const preheat = cetPreheatC(
    evaluateLinear(CET, composition),
    thicknessMm,
    figures.hydrogenMl,
    figures.heatInputKjPerMm,
  );
  return preheat > 40 ? Math.round(preheat / 10) * 10 : 0;
}

/** Hardening and hydrogen cracking of the base metal beside the bead. */
export const hazHardening: RiskMechanism = {
  id: 'haz-hardening',
  title: 'Hard heat-affected zone and cold cracking',
  probability(sample) {
    const probability = worstProbability(sample.pieces, ofPiece);
    // Austenitic and nickel weld metal holds hydrogen and keeps it from the base metal.
    const tolerant =
      sample.kind === 'nickel' || (sample.kind === 'stainless' && sample.martensite < 0.1 && sample.ferriteNumber < 90);
    return probability * (tolerant ? figures.austeniticRelief : 1) * (0.5 + 0.5 * sample.joint.hydrogenFactor);
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
          ? `${worst.material.id} hardens beside the bead, near ${martensiteHardness(carbon).toFixed(0)} HV at ${carbon.toFixed(2)} % carbon: preheat about ${preheat} °C.`
          : `${worst.material.id} hardens little beside the bead at this thickness.`,
      remedy:
        preheat > 0
          ? 'Preheat and hold it, keep everything dry, cool slowly; an austenitic or nickel rod forgives more.'
          : 'Keep it dry.',
    };
  },
  source: figures.source,
};
