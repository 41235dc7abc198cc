import data from '../../../data/risks.json';
import { FAMILIES } from '../../catalogue';
import { temperatureSwing } from '../hot-service';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { step } from '../smooth';

const figures = data.mechanisms['thermal-mismatch'];

/** Expansion of the weld metal by what it froze to, 1/K. */
function weldExpansion(sample: RiskSample): number {
  if (sample.kind === 'nickel') return FAMILIES.nickel.expansionPerK;
  if (sample.kind !== 'stainless') return FAMILIES.carbon.expansionPerK;
  const ferritic = Math.min(1, sample.ferriteNumber / 100 + sample.martensite);
  return FAMILIES.austenitic.expansionPerK * (1 - ferritic) + FAMILIES.ferritic.expansionPerK * ferritic;
}

/** Free strain difference between bead and the piece it suits least, percent. */
function strainPercent(sample: RiskSample): number {
  const weld = weldExpansion(sample);
  let gap = 0;
  for (const { material } of sample.pieces)
    gap = Math.max(gap, Math.abs(weld - FAMILIES[material.family].expansionPerK));
  return gap * temperatureSwing(sample) * 100;
}

/** Fatigue along the bead from parts that grow differently when heated. */
export const thermalMismatch: RiskMechanism = {
  id: 'thermal-mismatch',
  title: 'Thermal expansion mismatch',
  probability(sample) {
    const { cycling } = sample.service;
    const weight = cycling === true ? 1 : cycling === false ? figures.notCycled : figures.unknownCycling;
    const strain = strainPercent(sample);
    return strain <= 0.05 ? 0 : weight * step(strain, figures.center, figures.width);
  },
  explain(sample) {
    const strain = strainPercent(sample);
    return {
      drivers: [
        { name: 'free strain difference', value: strain, unit: '%', limit: 0.2 },
        { name: 'temperature swing', value: temperatureSwing(sample), unit: 'K' },
      ],
      reason: `Over ${temperatureSwing(sample).toFixed(0)} K the bead and its neighbour grow ${strain.toFixed(2)} % apart; above about 0.2 % every heating works the joint.`,
      remedy: 'A nickel rod stands between the two; keep the bead out of the hottest place.',
    };
  },
  source: figures.source,
};
