import { exp, ln, power } from '../../arithmetic';
import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import { interpolate, type DiagramPoint } from '../../constitution';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { step } from '../smooth';
import { fromJson } from '../../from-json';

const figures = data.mechanisms['solidification-cracking'];
const LOG_LIMITS = fromJson<readonly DiagramPoint[]>(figures.ratioLimits).map(([ratio, limit]): DiagramPoint => [
  ratio,
  ln(limit),
]);
const DEMAND = fromJson<readonly DiagramPoint[]>(figures.sulphurFerriteDemand);
const FULLY_AUSTENITIC_FROM = data.mechanisms['austenitic-cracking'].nickelFrom;

function impurities(sample: RiskSample): number {
  return (sample.pool[ELEMENT_INDEX.P] as number) + (sample.pool[ELEMENT_INDEX.S] as number);
}

/** Impurity limit, mass percent: by ratio, raised where manganese ties the sulphur up. */
function limitAt(sample: RiskSample, ratio: number): number {
  const { from, perPercent, atMost } = figures.manganeseRelief;
  const relief = Math.min(atMost, Math.max(0, (sample.pool[ELEMENT_INDEX.Mn] as number) - from) * perPercent);
  return exp(interpolate(ratio, LOG_LIMITS)) + relief;
}

/** Cracking while the bead freezes, by how it freezes and by phosphorus and sulphur. */
export const solidificationCracking: RiskMechanism = {
  id: 'solidification-cracking',
  title: 'Solidification cracking',
  probability(sample) {
    if (sample.kind !== 'stainless' || (sample.pool[ELEMENT_INDEX.Ni] as number) > FULLY_AUSTENITIC_FROM + 2) return 0;
    const ratio = sample.ratio + figures.ratioSigma * sample.scatter;
    const load = (impurities(sample) * sample.joint.restraintFactor) / limitAt(sample, ratio);
    const byRatio = 1 / (1 + power(load, -figures.steepness));
    const sulphur = sample.pool[ELEMENT_INDEX.S] as number;
    if (sulphur <= 0.02) return byRatio;
    const byDemand = step(interpolate(sulphur, DEMAND) - sample.ferriteNumber, 0, figures.demandWidth);
    return Math.max(byRatio, byDemand * Math.min(1, (sulphur - 0.02) / 0.02));
  },
  explain(sample) {
    const x = impurities(sample);
    const sulphur = sample.pool[ELEMENT_INDEX.S] as number;
    const limit = limitAt(sample, sample.ratio);
    const demand = interpolate(sulphur, DEMAND);
    const drivers = [
      { name: 'Creq/Nieq (Schaeffler equivalents)', value: sample.ratio, unit: '', limit: 1.5 },
      { name: 'phosphorus + sulphur', value: x, unit: '%', limit },
      { name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN' },
    ];
    if (sulphur > 0.02 && demand > sample.ferriteNumber)
      return {
        drivers,
        reason: `The pool carries ${sulphur.toFixed(3)} % sulphur from free-machining metal; that asks for about ${demand.toFixed(0)} FN and it has ${sample.ferriteNumber.toFixed(0)}.`,
        remedy: 'Melt less of the free-machining side, take a rod with more ferrite, fill craters, keep restraint low.',
      };
    return {
      drivers,
      reason:
        sample.ratio < 1.5
          ? `The bead freezes as austenite (Creq/Nieq ${sample.ratio.toFixed(2)}) with ${x.toFixed(3)} % phosphorus and sulphur against about ${limit.toFixed(3)} %.`
          : `The bead freezes with ferrite first (Creq/Nieq ${sample.ratio.toFixed(2)}); ${x.toFixed(3)} % phosphorus and sulphur against about ${limit.toFixed(2)} %.`,
      remedy: 'More ferrite from the rod, less dilution, wide filled tacks, a slow taper at the end.',
    };
  },
  source: figures.source,
};
