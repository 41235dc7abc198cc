import { either, ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/martensite.json';
import { isMartensitic } from '../../catalogue';
import { ELEMENT_INDEX } from '../../composition';
import { DERIVED, martensiteHardness } from '../../constitution';
import { whereOf, type RiskMechanism } from '../mechanism';
import type { PieceSample } from '../material';
import type { RiskSample } from '../risk-sample';
import { stiffness } from '../stiffness';
import { told } from '../told';

/**
 * How far a piece is one for which a hardenable rod is the matching one, 0 to 1: low-chromium ferritic metal is, too.
 */
function takesHardenableRod({ material, composition }: PieceSample): number {
  if (isMartensitic(material.family) || material.family === 'precipitation-hardening') return 1;
  if (material.family !== 'ferritic') return 0;
  const [from, to] = figures.plannedChromium as [number, number];
  return 1 - ramp(composition[ELEMENT_INDEX.Cr] as number, from, to);
}

/** Whether every piece hardens itself: then the bead does no worse than they. */
function hardenablePieces({ pieces }: RiskSample): number {
  for (const { material } of pieces)
    if (!isMartensitic(material.family) && material.family !== 'precipitation-hardening') return 0;
  return 1;
}

/** A hardenable rod, or no rod, between pieces it matches: martensite is what was ordered. 0 to 1. */
function planned({ rod, pieces }: RiskSample): number {
  if (rod !== null && rod.family !== 'martensitic' && rod.family !== 'precipitation-hardening') return 0;
  let share = 1;
  for (const piece of pieces) share = Math.min(share, takesHardenableRod(piece));
  return share;
}

/** A weld metal that turns to martensite on cooling: hard, and open to hydrogen cracking. */
export const martensite: RiskMechanism = {
  id: 'martensite',
  title: 'Martensite and cold cracking in the bead',
  scope: 'bead',
  anywhere: true,
  probability(sample) {
    if (sample.martensite <= 0) return 0;
    const [from, to] = figures.fraction as [number, number];
    const share = ramp(sample.martensite, from, to);
    if (share === 0) return 0;
    const hard = step(
      martensiteHardness(sample.pool[ELEMENT_INDEX.C] as number),
      figures.hardness.center,
      figures.hardness.width,
    );
    const wanted = planned(sample);
    const asOrdered = figures.plannedBase + (1 - figures.plannedBase) * hard * sample.hydrogenFactor;
    const unplanned = figures.unplannedBase + (1 - figures.unplannedBase) * hard;
    // Above the temperature at which it turns back, martensite forms anew at every cooling.
    const { highestC, cycling } = sample.service;
    const { fromC, notCycled, probability } = figures.reheated;
    const again =
      highestC === undefined
        ? 0
        : (cycling ? 1 : notCycled) * probability * ramp(highestC, fromC[0] as number, fromC[1] as number);
    return (
      stiffness(sample, figures.thin) *
      share *
      either(wanted * asOrdered + (1 - wanted) * unplanned, again * (1 - hardenablePieces(sample)))
    );
  },
  explain(sample) {
    const carbon = sample.pool[ELEMENT_INDEX.C] as number;
    const start = sample.derived[DERIVED.martensiteStartC] as number;
    const fraction = 100 * sample.martensite;
    const wanted = planned(sample) > 0.5;
    return {
      drivers: [
        { name: 'martensite in the bead', value: fraction, unit: '%', limit: 10 },
        { name: 'martensite start', value: start, unit: '°C', limit: 20 },
        { name: 'martensite hardness', value: martensiteHardness(carbon), unit: 'HV', limit: 350 },
      ],
      reason: wanted
        ? `${whereOf(sample)}about ${fraction.toFixed(0)} % of the bead turns to martensite near ` +
          `${martensiteHardness(carbon).toFixed(0)} HV, as the pieces are.`
        : `${whereOf(sample)}about ${fraction.toFixed(0)} % of the bead turns to martensite near ` +
          `${martensiteHardness(carbon).toFixed(0)} HV; the base metal has thinned the rod too far for it to stay ` +
          'tough.',
      remedy: wanted
        ? 'Preheat, dry clean metal, slow cooling and a temper afterwards.'
        : 'A rod richer in chromium and nickel, less melting of the lean side, buttering it first.',
    };
  },
  ...told(figures),
};
