import data from '../../data/bead-evidence.json';
import { exp, power } from '../arithmetic';
import { findRod } from '../catalogue';
import { fromJson } from '../from-json';
import { JOINT_MECHANISMS, RISK_MECHANISMS } from '../risk';
import {
  MAGNET_PULLS,
  type BeadEvidence,
  type CrackPlace,
  type CrackTime,
  type FailureWay,
  type MagnetPull,
} from './bead-evidence';
import { fillerOf, type FillerCandidate } from './filler-candidate';
import { fillSample, weighBead } from './rod-run';
import type { Setting } from './setting';

/** How likely each place and time is, whatever else is known. */
interface CrackPattern {
  readonly where: Readonly<Record<CrackPlace, number>>;
  readonly when: Readonly<Record<CrackTime, number>>;
}
const PATTERNS = fromJson<Readonly<Record<string, CrackPattern>>>(data.crack.mechanisms);
const { inUse } = data.crack;
const IN_USE = fromJson<Readonly<Record<string, { readonly cracks: number; readonly lies: keyof typeof inUse.lies }>>>(
  inUse.mechanisms,
);

/**
 * How likely each mechanism shows as a crack there and then, in their order: one that cracks no bead as it is made
 * shows itself in use, as readily as it cracks at all.
 */
function showsAs(where: CrackPlace, when: CrackTime): readonly number[] {
  return RISK_MECHANISMS.map(({ id }) => {
    const pattern = PATTERNS[id];
    if (pattern) return pattern.where[where] * pattern.when[when];
    const used = IN_USE[id];
    return used && when === 'service' ? used.cracks * inUse.lies[used.lies][where] * inUse.service : 0;
  });
}

/** How likely a crack there and then is not the metal's: as it is made the hand's, in use that of load and shape. */
function notTheMetals(where: CrackPlace, when: CrackTime, vibrates: boolean): number {
  const { other, otherShare } = data.crack;
  const hand = otherShare * other.where[where] * other.when[when];
  if (when !== 'service') return hand;
  return hand + inUse.other.share * (vibrates ? inUse.other.vibration : 1) * inUse.other.where[where];
}

/** Normal likelihood of a reading, not scaled by anything that is the same for all samples. */
function gaussian(distance: number, sigma: number): number {
  const z = distance / sigma;
  return exp(-0.5 * Math.min(700, z * z)) / sigma;
}

/** How far a gauge scatters on metal of a ferrite number, FN. */
export const gaugeSigma = (ferriteNumber: number): number =>
  Math.sqrt(data.gauge.leastFN ** 2 + (data.gauge.relative * ferriteNumber) ** 2);

/** How likely a gauge shows so much on metal of a ferrite number. */
export function gaugeLikelihood(shown: number, ferriteNumber: number): number {
  return gaussian(shown - ferriteNumber, gaugeSigma(ferriteNumber));
}

/** How likely a magnet pulls so on metal of a ferrite number and a share of martensite. */
export function magnetLikelihood(pull: MagnetPull, ferriteNumber: number, martensite: number): number {
  const pulls = Math.max(0.05, ferriteNumber + data.magnet.martensiteFN * martensite);
  const above = (border: number): number => 1 / (1 + power(border / pulls, 1 / data.magnet.widthLn));
  const at = MAGNET_PULLS.indexOf(pull);
  const [low, high] = [data.magnet.bordersFN[at - 1], data.magnet.bordersFN[at]];
  return (low === undefined ? 1 : above(low)) - (high === undefined ? 0 : above(high));
}

/** How readily each mechanism shows in use in some way, in their order. */
const SHOWS: Readonly<Record<FailureWay, readonly number[]>> = {
  rusted: RISK_MECHANISMS.map(({ id }) => (data.failed.rusted.mechanisms as Readonly<Record<string, number>>)[id] ?? 0),
  leaked: RISK_MECHANISMS.map(({ id }) => (data.failed.leaked.mechanisms as Readonly<Record<string, number>>)[id] ?? 0),
};

/**
 * What gave out is laid to in one sample: each mechanism by how likely it was, what is not the metal's last.
 * @param shows how likely each mechanism shows so, in their order
 * @param other how likely it is not the metal's
 */
function causesOf(probabilities: Float64Array, shows: readonly number[], other: number, causes: Float64Array): number {
  let sum = 0;
  for (let mechanism = 0; mechanism < RISK_MECHANISMS.length; mechanism++) {
    const cause = (probabilities[mechanism] as number) * (shows[mechanism] as number);
    causes[mechanism] = cause;
    sum += cause;
  }
  causes[RISK_MECHANISMS.length] = other;
  return sum + other;
}

/** How well each draw of a joint explains what its beads have shown. */
export interface WeighedBeads {
  /** Weight of each draw, the best one 1. */
  readonly weights: readonly number[];
  /** Ferrite number of each draw with the rod of the last bead. */
  readonly ferriteNumbers: readonly number[];
  /** Share of what a crack is laid to, by mechanism, what is not the metal's last; all 0 without a crack. */
  readonly causes: readonly number[];
}

/** How many draws alike the weighed ones are worth (Kish). */
function effective(weights: readonly number[]): number {
  let [sum, squares] = [0, 0];
  for (const weight of weights) [sum, squares] = [sum + weight, squares + weight * weight];
  return (sum * sum) / squares;
}

/**
 * Weights of which enough draws stay: what hardly any draw explains speaks against all of them alike, and is believed
 * less rather than pinned to the one that comes nearest.
 */
function tempered(weights: readonly number[]): readonly number[] {
  const most = Math.max(...weights);
  if (!(most > 0)) return weights.map(() => 1);
  const share = weights.map((weight) => Math.max(weight / most, data.leastWeight));
  if (effective(share) >= data.leastEffective) return share;
  let [low, high] = [0, 1];
  for (let step = 0; step < 12; step++) {
    const middle = (low + high) / 2;
    if (effective(share.map((weight) => power(weight, middle))) >= data.leastEffective) low = middle;
    else high = middle;
  }
  return share.map((weight) => power(weight, low));
}

/**
 * Weighs draws of a joint by what its beads have shown: ferrite, a magnet, a crack, rust or a leak in use. What gave
 * out is laid to every mechanism by how likely it was in that draw and how well where and when fit it, and to the hand.
 * @param setting draws of what was believed before
 * @param before weights they have already; all alike where left out
 */
export function weighBeads(setting: Setting, beads: readonly BeadEvidence[], before?: readonly number[]): WeighedBeads {
  const { count } = setting.samples;
  const weights = before ? [...before] : new Array<number>(count).fill(1);
  const ferriteNumbers = new Array<number>(count).fill(0);
  const fillers = beads.map(({ rod }) =>
    fillerOf(rod === null ? null : (findRod(rod) ?? null), setting.problem.joint.process),
  );
  const vibrates = setting.problem.service.input.vibration === true;
  const shown = beads.map((bead) => {
    if (bead.saw === 'crack')
      return { shows: showsAs(bead.where, bead.when), other: notTheMetals(bead.where, bead.when, vibrates) };
    return bead.saw === 'failed' ? { shows: SHOWS[bead.way], other: data.failed[bead.way].other.share } : null;
  });
  const cracked: { readonly sample: number; readonly causes: Float64Array; readonly sum: number }[] = [];
  for (let sample = 0; sample < count; sample++)
    beads.forEach((bead, index) => {
      const scratch = fillSample(setting, fillers[index] as FillerCandidate, sample);
      ferriteNumbers[sample] = scratch.ferriteNumber;
      let likelihood: number;
      if (bead.saw === 'ferrite') likelihood = gaugeLikelihood(bead.fn, scratch.ferriteNumber);
      else if (bead.saw === 'magnet')
        likelihood = magnetLikelihood(bead.pull, scratch.ferriteNumber, scratch.martensite);
      else {
        const causes = new Float64Array(RISK_MECHANISMS.length + 1);
        // Those of the joint are asked first: weighing the bead goes from place to place.
        const ofJoint = Array.from(
          JOINT_MECHANISMS,
          (mechanism) => RISK_MECHANISMS[mechanism]?.probability(scratch) ?? 0,
        );
        const probabilities = weighBead(scratch).slice();
        JOINT_MECHANISMS.forEach((mechanism, at) => (probabilities[mechanism] = ofJoint[at] ?? 0));
        const { shows, other } = shown[index]!;
        likelihood = causesOf(probabilities, shows, other, causes);
        cracked.push({ sample, causes, sum: likelihood });
      }
      weights[sample] = (weights[sample] as number) * likelihood;
    });
  const settled = tempered(weights);
  const causes = new Array<number>(RISK_MECHANISMS.length + 1).fill(0);
  let total = 0;
  for (const { sample, causes: own, sum } of cracked) {
    const weight = (settled[sample] as number) / sum;
    for (let cause = 0; cause < own.length; cause++) {
      causes[cause] = (causes[cause] as number) + weight * (own[cause] as number);
      total += weight * (own[cause] as number);
    }
  }
  return { weights: settled, ferriteNumbers, causes: total > 0 ? causes.map((cause) => cause / total) : causes };
}

/** Share of each candidate of each piece in weighed draws. */
export function candidateShares(
  { samples, problem }: Setting,
  weights: readonly number[],
): readonly (readonly number[])[] {
  const pieces = problem.pieces.length;
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return problem.pieces.map(({ candidates }, piece) => {
    const shares = candidates.map(() => 0);
    weights.forEach((weight, sample) => {
      const at = samples.candidateIndex[sample * pieces + piece] as number;
      shares[at] = (shares[at] as number) + weight / total;
    });
    return shares;
  });
}
