import data from '../../../data/risks.json';
import { isMartensitic } from '../../catalogue';
import { DERIVED, martensiteHardness } from '../../constitution';
import { ELEMENT_INDEX } from '../../composition';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { ramp, step } from '../smooth';

const figures = data.mechanisms.martensite;

/** A hardenable rod, or no rod between hardenable pieces: martensite is what was ordered. */
function planned({ rod, pieces }: RiskSample): boolean {
  const hardenable = pieces.every(
    ({ material }) => isMartensitic(material.family) || material.family === 'precipitation-hardening',
  );
  return hardenable && (rod === null || rod.family === 'martensitic' || rod.family === 'precipitation-hardening');
}

/** A weld metal that turns to martensite on cooling: hard, and open to hydrogen cracking. */
export const martensite: RiskMechanism = {
  id: 'martensite',
  title: 'Martensite and cold cracking in the bead',
  doNotFrom: figures.doNot,
  probability(sample) {
    if (sample.martensite <= 0) return 0;
    const [from, to] = figures.fraction as [number, number];
    const share = ramp(sample.martensite, from, to);
    const hard = step(
      martensiteHardness(sample.pool[ELEMENT_INDEX.C] as number),
      figures.hardness.center,
      figures.hardness.width,
    );
    if (planned(sample))
      return share * (figures.plannedBase + (1 - figures.plannedBase) * hard * sample.joint.hydrogenFactor);
    return share * (figures.unplannedBase + (1 - figures.unplannedBase) * hard);
  },
  explain(sample) {
    const carbon = sample.pool[ELEMENT_INDEX.C] as number;
    const start = sample.derived[DERIVED.martensiteStartC] as number;
    const fraction = 100 * sample.martensite;
    return {
      drivers: [
        { name: 'martensite in the bead', value: fraction, unit: '%', limit: 10 },
        { name: 'martensite start', value: start, unit: '°C', limit: 20 },
        { name: 'martensite hardness', value: martensiteHardness(carbon), unit: 'HV', limit: 350 },
      ],
      reason: `About ${fraction.toFixed(0)} % of the bead turns to martensite near ${martensiteHardness(carbon).toFixed(0)} HV; the base metal has thinned the rod too far${planned(sample) ? '' : ' for it to stay tough'}.`,
      remedy: planned(sample)
        ? 'Preheat, dry clean metal, slow cooling and a temper afterwards.'
        : 'A rod richer in chromium and nickel, less melting of the lean side, buttering it first.',
    };
  },
  source: figures.source,
};
