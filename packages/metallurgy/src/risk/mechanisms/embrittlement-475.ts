import { ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/embrittlement-475.json';
import { isDuplex } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
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
const RICH: HotWindow = { ...figures.window, passing: figures.passingRich.passing };

/** Chance of long enough in the window: it opens lower for metal rich in ferrite, and richer metal needs less time. */
function hotFor(sample: Pick<RiskSample, 'service' | 'pieces'>, ferriteNumber: number, chromium: number): number {
  const { ferriteRich, passingRich } = figures;
  const rich =
    ramp(ferriteNumber, ferriteRich.ferriteNumber[0] as number, ferriteRich.ferriteNumber[1] as number) *
    ramp(chromium, ferriteRich.chromium[0] as number, ferriteRich.chromium[1] as number);
  const fromC = WINDOW.fromC - rich * (WINDOW.fromC - ferriteRich.fromC);
  const quick = ramp(chromium, passingRich.chromium[0] as number, passingRich.chromium[1] as number);
  return (1 - quick) * hotIn(sample, WINDOW, fromC) + quick * hotIn(sample, RICH, fromC);
}

/** How much of its ferrite embrittles by chromium: metal without nickel the more it has. */
function richness(chromium: number, nickel: number): number {
  const { from, to } = figures.ferriticChromium;
  const nickelFree = 1 - ramp(nickel, 2, 4);
  return 1 - nickelFree * (1 - ramp(chromium, from, to));
}

/** How far a piece embrittles itself, before time is counted. */
function ofPiece({ material, composition }: PieceSample): number {
  const chromium = composition[ELEMENT_INDEX.Cr] as number;
  if (isDuplex(material.family)) return figures.duplexPiece;
  return material.family === 'ferritic' ? richness(chromium, composition[ELEMENT_INDEX.Ni] as number) : 0;
}

/** Ferrite that hardens in long service about 475 °C, beyond what the pieces do themselves. */
export const embrittlement475: RiskMechanism = {
  id: 'embrittlement-475',
  title: '475 °C embrittlement',
  scope: 'bead',
  probability(sample) {
    if (sample.stainless === 0) return 0;
    const chromium = sample.pool[ELEMENT_INDEX.Cr] as number;
    const hot = hotFor(sample, sample.ferriteNumber, chromium);
    if (hot === 0) return 0;
    const bead =
      richness(chromium, sample.pool[ELEMENT_INDEX.Ni] as number) *
      step(sample.ferriteNumber, figures.center, figures.width);
    return sample.stainless * hot * bead * (1 - ofPieces(sample, WORST, worstOf));
  },
  explain(sample) {
    const chromium = sample.pool[ELEMENT_INDEX.Cr] as number;
    return {
      drivers: [
        { name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN', limit: 14 },
        {
          name: 'chance of long service there',
          value: 100 * hotFor(sample, sample.ferriteNumber, chromium),
          unit: '%',
        },
      ],
      reason:
        `Long between ${sample.ferriteNumber > 30 ? figures.ferriteRich.fromC : WINDOW.fromC} and ${WINDOW.toC} °C ` +
        `the bead's ferrite, about ${sample.ferriteNumber.toFixed(0)} FN, hardens and breaks when cold.`,
      remedy: 'Less ferrite in the bead.',
    };
  },
  ...told(figures),
};
