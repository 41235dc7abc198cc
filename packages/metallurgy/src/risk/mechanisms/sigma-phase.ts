import { ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/sigma-phase.json';
import { isDuplex, type Rod } from '../../catalogue';
import { ELEMENT_INDEX, toVector } from '../../composition';
import { DERIVED, DERIVED_COUNT, derivePool, wrc1992FerriteNumber } from '../../constitution';
import { hotIn, type HotWindow } from '../hot-service';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { newSlot, ofPieces } from '../piece-facts';
import { told } from '../told';
import { worstProbability } from '../worst-piece';

const WORST = newSlot();
const worstOf = ({ pieces }: RiskSample): number => worstProbability(pieces, ofPiece);

const WINDOW: HotWindow = figures.window;
// Metal rich in chromium turns in minutes: passing through is enough.
const QUICK: HotWindow = { ...figures.window, passing: figures.passingRich.passing };
const [QUICK_FROM, QUICK_TO] = figures.passingRich.chromium as [number, number];

function ferriteOf({ typical }: Rod): number {
  const derived = new Float64Array(DERIVED_COUNT);
  derivePool(toVector(typical), 0, derived, 0);
  return Math.min(
    100,
    wrc1992FerriteNumber(derived[DERIVED.wrcChromium] as number, derived[DERIVED.wrcNickel] as number),
  );
}

/** Ferrite of a rod's own metal, FN, by rod: worked out once. Nothing for metal outside the diagram. */
const OWN = new Map<string, number>();
function ownFerrite(rod: Rod): number {
  let ferrite = OWN.get(rod.id);
  if (ferrite === undefined) {
    ferrite = (rod.typical.Cr ?? 0) > 16 && (rod.typical.Ni ?? 0) < 20 ? ferriteOf(rod) : 0;
    OWN.set(rod.id, ferrite);
  }
  return ferrite;
}

/**
 * Ferrite that counts: the pool's, and a share of the rod's own, which stays in streaks where rod and base mix badly.
 */
function ferriteThatCounts(sample: RiskSample): number {
  const own = sample.rod ? ownFerrite(sample.rod) : 0;
  const streaks = figures.streak * Math.max(0, own - sample.ferriteNumber) * (1 - sample.dilution);
  // Molybdenum speeds sigma as if there were more ferrite.
  const molybdenum = figures.molybdenumFerrite * (sample.pool[ELEMENT_INDEX.Mo] as number);
  return sample.ferriteNumber + streaks + sample.stainless * molybdenum;
}

/** How far a piece turns to sigma itself. */
function ofPiece({ material, composition }: PieceSample): number {
  if (isDuplex(material.family)) return figures.pieces.duplex;
  if (material.family !== 'ferritic') return 0;
  const [from, to] = figures.pieces.richFerritic as [number, number];
  return figures.pieces.richFerriticShare * ramp(composition[ELEMENT_INDEX.Cr] as number, from, to);
}

/** Ferrite that turns to brittle sigma in long service between 550 and 900 °C, beyond what the pieces do themselves. */
export const sigmaPhase: RiskMechanism = {
  id: 'sigma-phase',
  title: 'Sigma phase in hot service',
  scope: 'bead',
  probability(sample) {
    const { pool } = sample;
    const chromium = pool[ELEMENT_INDEX.Cr] as number;
    const quick = ramp(chromium, QUICK_FROM, QUICK_TO);
    const hot = (1 - quick) * hotIn(sample, WINDOW) + quick * hotIn(sample, QUICK);
    if (hot === 0) return 0;
    const molybdenum = pool[ELEMENT_INDEX.Mo] as number;
    const nickel = pool[ELEMENT_INDEX.Ni] as number;
    // Ferritic metal without nickel forms sigma only when rich in chromium.
    const ferritic = ramp(chromium + molybdenum, figures.ferriticChromium.from, figures.ferriticChromium.to);
    const withNickel = ramp(nickel, 1, 4);
    const rich = ramp(chromium, 13, 16) * (ferritic + (1 - ferritic) * withNickel);
    if (rich === 0) return 0;
    // Beside nickel alloy the pool itself has no ferrite; the rod's streaks are what is left of it.
    const ferrite = ferriteThatCounts(sample);
    const { center, width, share } = figures.much;
    const bead =
      rich * ((1 - share) * step(ferrite, figures.center, figures.width) + share * step(ferrite, center, width));
    return hot * bead * (1 - ofPieces(sample, WORST, worstOf));
  },
  explain(sample) {
    const ferrite = ferriteThatCounts(sample);
    return {
      drivers: [
        { name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN', limit: 8 },
        { name: 'chance of long hot service', value: 100 * hotIn(sample, WINDOW), unit: '%' },
      ],
      reason:
        ferrite > 2 * sample.ferriteNumber + 5
          ? `Between ${WINDOW.fromC} and ${WINDOW.toC} °C ferrite-rich streaks of the rod turn to brittle sigma ` +
            'where it mixes badly.'
          : `Between ${WINDOW.fromC} and ${WINDOW.toC} °C the bead's ferrite, about ` +
            `${sample.ferriteNumber.toFixed(0)} FN, turns to brittle sigma.`,
      remedy: 'Keep the bead at 3 to 8 FN, or take a rod without ferrite made for heat.',
    };
  },
  ...told(figures),
};
