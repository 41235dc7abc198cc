import { curve, exp, ln, power, ramp, step } from '../../arithmetic';
import figures from '../../../data/risks/solidification-cracking.json';
import { ELEMENT_INDEX } from '../../composition';
import { crackedShare } from '../cracked-share';
import { whereOf, type RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { fromJson } from '../../from-json';
import { told } from '../told';

const LOG_LIMIT = curve(
  fromJson<readonly [number, number][]>(figures.ratioLimits).map(([ratio, limit]) => [ratio, ln(limit)]),
);
const DEMAND = curve(figures.sulphurFerriteDemand);
const [FADES_FROM, FADES_TO] = figures.austeniticNickel as [number, number];

/** Sulphur of the pool, and selenium, which stands in for it in some free-machining grades, mass percent. */
function sulphurOf({ pool }: RiskSample): number {
  return (pool[ELEMENT_INDEX.S] as number) + figures.seleniumAsSulphur * (pool[ELEMENT_INDEX.Se] as number);
}

function impurities(sample: RiskSample): number {
  return (sample.pool[ELEMENT_INDEX.P] as number) + sulphurOf(sample);
}

/** Impurity limit, mass percent: by ratio, raised where manganese ties the sulphur up. */
function limitAt(sample: RiskSample, ratio: number): number {
  const { from, perPercent, atMost } = figures.manganeseRelief;
  const relief = Math.min(atMost, Math.max(0, (sample.pool[ELEMENT_INDEX.Mn] as number) - from) * perPercent);
  return exp(LOG_LIMIT(ratio)) + relief;
}

/** Cracking while the bead freezes, by how it freezes and by phosphorus and sulphur. */
export const solidificationCracking: RiskMechanism = {
  id: 'solidification-cracking',
  title: 'Solidification cracking',
  scope: 'bead',
  anywhere: true,
  kin: 'hot-cracking',
  probability(sample) {
    // Metal with more nickel than this has no ferrite to speak of; `austenitic-cracking` takes over.
    const share = sample.stainless * (1 - ramp(sample.pool[ELEMENT_INDEX.Ni] as number, FADES_FROM, FADES_TO));
    if (share === 0) return 0;
    const ratio = sample.ratio + figures.ratioSigma * sample.scatter;
    let susceptible = 1 / (1 + power(impurities(sample) / limitAt(sample, ratio), -figures.steepness));
    const sulphur = sulphurOf(sample);
    if (sulphur > 0.02) {
      const byDemand = step(DEMAND(sulphur) - sample.ferriteNumber, 0, figures.demandWidth);
      susceptible = Math.max(susceptible, byDemand * Math.min(1, (sulphur - 0.02) / 0.02));
    }
    return share * crackedShare(sample.joint.restraintFactor) * susceptible;
  },
  explain(sample) {
    const x = impurities(sample);
    const sulphur = sulphurOf(sample);
    const limit = limitAt(sample, sample.ratio);
    const demand = DEMAND(sulphur);
    const where = whereOf(sample);
    const drivers = [
      { name: 'Creq/Nieq (Hammar and Svensson)', value: sample.ratio, unit: '', limit: 1.5 },
      { name: 'phosphorus + sulphur', value: x, unit: '%', limit },
      { name: 'ferrite number', value: sample.ferriteNumber, unit: 'FN' },
    ];
    if (sulphur > 0.02 && demand > sample.ferriteNumber)
      return {
        drivers,
        reason:
          `${where}the pool carries ${sulphur.toFixed(3)} % sulphur from free-machining metal; that asks for about ` +
          `${demand.toFixed(0)} FN and it has ${sample.ferriteNumber.toFixed(0)}.`,
        remedy: 'Melt less of the free-machining side, take a rod with more ferrite, fill craters, keep restraint low.',
      };
    return {
      drivers,
      reason:
        sample.ratio < 1.5
          ? `${where}the bead freezes as austenite (Creq/Nieq ${sample.ratio.toFixed(2)}) with ${x.toFixed(3)} % ` +
            `phosphorus and sulphur against about ${limit.toFixed(3)} %.`
          : `${where}the bead freezes with ferrite first (Creq/Nieq ${sample.ratio.toFixed(2)}); ${x.toFixed(3)} % ` +
            `phosphorus and sulphur against about ${limit.toFixed(2)} %.`,
      remedy: 'More ferrite from the rod, less dilution, wide filled tacks, a slow taper at the end.',
    };
  },
  ...told(figures),
};
