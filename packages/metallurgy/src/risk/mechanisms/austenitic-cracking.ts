import { power } from '../../arithmetic';
import data from '../../../data/risks.json';
import { ELEMENT_INDEX } from '../../composition';
import { interpolate, type DiagramPoint } from '../../constitution';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { either, ramp } from '../smooth';
import { fromJson } from '../../from-json';

const figures = data.mechanisms['austenitic-cracking'];
const PHOSPHORUS = fromJson<readonly DiagramPoint[]>(figures.phosphorusLimitByNickel);
const SULPHUR = fromJson<readonly DiagramPoint[]>(figures.sulphurLimitByNickel);

/** Metal with free graphite tolerates more: manganese binds the sulphur and graphite takes up the shrinkage. */
function graphitic(sample: RiskSample): boolean {
  return sample.hasCastIron && (sample.pool[ELEMENT_INDEX.C] as number) > 0.3;
}

/** How much more the bead bears because carbides heal its films, or graphite takes up its shrinkage. */
function relief(sample: RiskSample, graphiteFactor: number): number {
  if (graphitic(sample)) return graphiteFactor;
  const { chromiumFrom, from, to, factor } = figures.carbideRelief;
  if ((sample.pool[ELEMENT_INDEX.Cr] as number) < chromiumFrom) return 1;
  return 1 + (factor - 1) * ramp(sample.pool[ELEMENT_INDEX.C] as number, from, to);
}

/** Phosphorus the bead bears, mass percent: metal between stainless and nickel bears least. */
function phosphorusLimit(sample: RiskSample): number {
  const { from, phosphorusFactor } = figures.niobium;
  const films = sample.kind === 'stainless' && (sample.pool[ELEMENT_INDEX.Nb] as number) > from ? phosphorusFactor : 1;
  const limit = films * interpolate(sample.pool[ELEMENT_INDEX.Ni] as number, PHOSPHORUS);
  return limit * relief(sample, figures.castIron.phosphorusFactor);
}

/** Sulphur the bead bears, mass percent. */
function sulphurLimit(sample: RiskSample): number {
  return interpolate(sample.pool[ELEMENT_INDEX.Ni] as number, SULPHUR) * relief(sample, figures.castIron.sulphurFactor);
}

/** Cracking of weld metal with no ferrite at all: 25-20, 35-19 and nickel pools. */
export const austeniticCracking: RiskMechanism = {
  id: 'austenitic-cracking',
  title: 'Hot cracking of fully austenitic metal',
  doNotFrom: figures.doNot,
  probability(sample) {
    const { pool } = sample;
    const nickel = pool[ELEMENT_INDEX.Ni] as number;
    if (
      sample.kind === 'iron' ||
      (nickel <= figures.nickelFrom && sample.kind !== 'nickel') ||
      sample.ferriteNumber > 3
    )
      return 0;
    const over = (load: number): number => 1 / (1 + power(load * sample.joint.restraintFactor, -figures.steepness));
    const sulphur = pool[ELEMENT_INDEX.S] as number;
    const impure = either(
      over(sulphur / sulphurLimit(sample)),
      over((pool[ELEMENT_INDEX.P] as number) / phosphorusLimit(sample)),
    );
    // Silicon is harmless where carbon stands out as graphite.
    const silicon =
      (pool[ELEMENT_INDEX.Mn] as number) < 2 && (pool[ELEMENT_INDEX.C] as number) < 0.3
        ? over((pool[ELEMENT_INDEX.Si] as number) / figures.siliconLimit)
        : 0;
    const lead = over((pool[ELEMENT_INDEX.Pb] as number) / figures.leadLimit);
    // Comes in as the nickel passes the point where no ferrite can form.
    const share = Math.min(1, (nickel - figures.nickelFrom) / 2);
    return share * either(either(impure, silicon), lead);
  },
  explain(sample) {
    const { pool } = sample;
    return {
      drivers: [
        { name: 'sulphur', value: pool[ELEMENT_INDEX.S] as number, unit: '%', limit: sulphurLimit(sample) },
        { name: 'phosphorus', value: pool[ELEMENT_INDEX.P] as number, unit: '%', limit: phosphorusLimit(sample) },
        { name: 'silicon', value: pool[ELEMENT_INDEX.Si] as number, unit: '%', limit: figures.siliconLimit },
        { name: 'lead', value: pool[ELEMENT_INDEX.Pb] as number, unit: '%', limit: figures.leadLimit },
      ],
      reason: `The bead has no ferrite to hold impurities: ${(pool[ELEMENT_INDEX.S] as number).toFixed(3)} % sulphur and ${(pool[ELEMENT_INDEX.P] as number).toFixed(3)} % phosphorus stay between the grains.`,
      remedy: 'Clean metal, little melting of the base, small convex beads, low heat, filled craters.',
    };
  },
  source: figures.source,
};
