import { curve, either, power, ramp } from '../../arithmetic';
import figures from '../../../data/risks/austenitic-cracking.json';
import { ELEMENT_INDEX } from '../../composition';
import { crackedShare } from '../cracked-share';
import { whereOf, type RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { told } from '../told';

const PHOSPHORUS = curve(figures.phosphorusLimitByNickel);
const SULPHUR = curve(figures.sulphurLimitByNickel);
const [NICKEL_FROM, NICKEL_TO] = figures.comesIn.nickel as [number, number];
const [FERRITE_FROM, FERRITE_TO] = figures.comesIn.ferriteNumber as [number, number];

/** Metal with free graphite tolerates more: manganese binds the sulphur and graphite takes up the shrinkage. */
function graphitic(sample: RiskSample): number {
  return sample.facts.hasCastIron ? ramp(sample.pool[ELEMENT_INDEX.C] as number, 0.15, 0.35) : 0;
}

/** How much more the bead bears because carbides heal its films, or graphite takes up its shrinkage. */
function relief(sample: RiskSample, graphiteFactor: number): number {
  const { chromium, from, to, factor } = figures.carbideRelief;
  const carbides =
    ramp(sample.pool[ELEMENT_INDEX.Cr] as number, chromium[0] as number, chromium[1] as number) *
    ramp(sample.pool[ELEMENT_INDEX.C] as number, from, to);
  return Math.max(1 + (factor - 1) * carbides, 1 + (graphiteFactor - 1) * graphitic(sample));
}

/** Phosphorus the bead bears, mass percent: metal between stainless and nickel bears least. */
function phosphorusLimit(sample: RiskSample): number {
  const { from, to, phosphorusFactor } = figures.niobium;
  const films = sample.stainless * ramp(sample.pool[ELEMENT_INDEX.Nb] as number, from, to);
  const limit = (1 - (1 - phosphorusFactor) * films) * PHOSPHORUS(sample.pool[ELEMENT_INDEX.Ni] as number);
  return limit * relief(sample, figures.castIron.phosphorusFactor);
}

/** Sulphur the bead bears, mass percent: more with manganese, which ties it up. */
function sulphurLimit(sample: RiskSample): number {
  const { perPercent, from, least, most } = figures.manganese;
  const tied = 1 + perPercent * ((sample.pool[ELEMENT_INDEX.Mn] as number) - from);
  return (
    Math.min(most, Math.max(least, tied)) *
    SULPHUR(sample.pool[ELEMENT_INDEX.Ni] as number) *
    relief(sample, figures.castIron.sulphurFactor)
  );
}

/** Iron is the balance, mass percent. */
function ironOf({ pool }: RiskSample): number {
  let rest = 100;
  for (let element = 0; element < pool.length; element++) rest -= pool[element] as number;
  return rest;
}

const over = (load: number, steepness = figures.steepness): number =>
  load <= 0 ? 0 : 1 / (1 + power(load, -steepness));

/** What iron and chromium do to copper-nickel weld metal, 0 to 1. */
function copperNickel(sample: RiskSample): number {
  const { copper, iron, chromium, steepness } = figures.copperNickel;
  const share = ramp(sample.pool[ELEMENT_INDEX.Cu] as number, copper[0] as number, copper[1] as number);
  if (share === 0) return 0;
  return (
    share *
    either(
      over(ironOf(sample) / iron, steepness),
      over((sample.pool[ELEMENT_INDEX.Cr] as number) / chromium, steepness),
    )
  );
}

/** How far the pool is metal without ferrite, 0 to 1. */
function appliesTo(sample: RiskSample): number {
  const nickel = sample.pool[ELEMENT_INDEX.Ni] as number;
  return ramp(nickel, NICKEL_FROM, NICKEL_TO) * (1 - ramp(sample.ferriteNumber, FERRITE_FROM, FERRITE_TO));
}

/** Cracking of weld metal with no ferrite at all: 25-20, 35-19, nickel and copper-nickel pools. */
export const austeniticCracking: RiskMechanism = {
  id: 'austenitic-cracking',
  title: 'Hot cracking of fully austenitic metal',
  scope: 'bead',
  anywhere: true,
  kin: 'hot-cracking',
  probability(sample) {
    const share = appliesTo(sample);
    if (share === 0) return 0;
    const { pool } = sample;
    const impure = either(
      over((pool[ELEMENT_INDEX.S] as number) / sulphurLimit(sample)),
      over((pool[ELEMENT_INDEX.P] as number) / phosphorusLimit(sample)),
    );
    // Silicon is harmless with manganese, and where carbon stands out as graphite.
    const silicon =
      over((pool[ELEMENT_INDEX.Si] as number) / figures.siliconLimit) *
      (1 - ramp(pool[ELEMENT_INDEX.Mn] as number, 1.5, 2.5)) *
      (1 - ramp(pool[ELEMENT_INDEX.C] as number, 0.2, 0.4));
    const lead = over((pool[ELEMENT_INDEX.Pb] as number) / figures.leadLimit);
    const susceptible = either(either(impure, silicon), either(lead, copperNickel(sample)));
    return share * crackedShare(sample.joint.restraintFactor) * susceptible;
  },
  explain(sample) {
    const { pool } = sample;
    const copper = copperNickel(sample);
    return {
      drivers: [
        { name: 'sulphur', value: pool[ELEMENT_INDEX.S] as number, unit: '%', limit: sulphurLimit(sample) },
        { name: 'phosphorus', value: pool[ELEMENT_INDEX.P] as number, unit: '%', limit: phosphorusLimit(sample) },
        { name: 'silicon', value: pool[ELEMENT_INDEX.Si] as number, unit: '%', limit: figures.siliconLimit },
        { name: 'lead', value: pool[ELEMENT_INDEX.Pb] as number, unit: '%', limit: figures.leadLimit },
      ],
      reason:
        copper > 0.3
          ? `${whereOf(sample)}the copper-nickel bead has taken up ${ironOf(sample).toFixed(0)} % iron and ` +
            `${(pool[ELEMENT_INDEX.Cr] as number).toFixed(0)} % chromium; it bears about ` +
            `${figures.copperNickel.iron} and ${figures.copperNickel.chromium}.`
          : `${whereOf(sample)}the bead has no ferrite to hold impurities: ` +
            `${(pool[ELEMENT_INDEX.S] as number).toFixed(3)} % sulphur and ` +
            `${(pool[ELEMENT_INDEX.P] as number).toFixed(3)} % phosphorus stay between the grains.`,
      remedy: 'Clean metal, little melting of the base, small convex beads, low heat, filled craters.',
    };
  },
  ...told(figures),
};
