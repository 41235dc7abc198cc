import data from '../../data/learning.json';
import { exp, ln } from '../arithmetic';
import type { Process } from '../catalogue';
import type { Spread } from '../chance';
import { FaultCollector, InputError } from '../errors';
import { JOINTS, usualDilution, type JointType, type ShareRange, type Technique } from '../joint';
import { beadLikelihood, checkBead, ferriteOverDilution, LOGITS, type MeasuredBead } from './bead-likelihood';
import { logistic, logit } from './logit';

/** What is asked about the dilution of a technique. */
export interface LearnDilutionQuestion {
  readonly technique: Technique;
  readonly type?: JointType | undefined;
  readonly process?: Process | undefined;
  /** What was believed before; the usual range of the technique where left out. */
  readonly prior?: ShareRange | undefined;
  readonly measured: readonly MeasuredBead[];
}

/** What a workshop's beads say of its dilution. */
export interface LearntDilution {
  /** Where the workshop's dilution lies. */
  readonly dilution: Spread;
  /** Where the next bead's lies, in the place of the usual range. */
  readonly next: ShareRange;
  readonly prior: ShareRange;
  readonly count: number;
  /** How far the middle moved, share of the pool. */
  readonly shift: number;
}

/** Half a 90 % range, standard deviations. */
const HALF_90 = 1.645;
/** A share at its very end has no logit. */
const within = (share: number): number => Math.min(0.985, Math.max(0.015, share));

const normal = (z: number): number => exp(-0.5 * Math.min(700, z * z));

/** Beads of the same metals and rod share what the diagram is off there. */
const groupOf = ({ parents, shares, rod }: MeasuredBead): string => JSON.stringify([parents, shares ?? null, rod]);

/** Quantile of a density on the grid of logits, linear between its places. */
function quantile(density: readonly number[], share: number): number {
  const total = density.reduce((sum, one) => sum + one, 0);
  let below = 0;
  for (let at = 0; at < density.length; at++) {
    const own = (density[at] as number) / total;
    if (below + own >= share) {
      const inside = own > 0 ? (share - below) / own : 0.5;
      const step = (LOGITS[1] as number) - (LOGITS[0] as number);
      return (LOGITS[at] as number) + (inside - 0.5) * step;
    }
    below += own;
  }
  return LOGITS.at(-1) as number;
}

/** @throws InputError naming every faulty field */
function check({ technique, prior, measured }: LearnDilutionQuestion): void {
  const faults = new FaultCollector();
  const { errors } = faults;
  if (!Object.hasOwn(JOINTS.techniques, technique) || technique === 'fused')
    errors.push({
      path: ['technique'],
      message: `use one of ${Object.keys(JOINTS.techniques)
        .filter((one) => one !== 'fused')
        .join(', ')}: a fused weld has no dilution`,
    });
  if (prior && !(prior.min > 0 && prior.min <= prior.mode && prior.mode <= prior.max && prior.max <= 1))
    errors.push({ path: ['prior'], message: 'give fractions above 0 to 1: min, mode and max in rising order' });
  measured.forEach((bead, index) => faults.attempt(() => checkBead(bead, ['measured', index])));
  if (errors.length > 0) throw new InputError(errors);
}

/**
 * Dilution of a technique in a workshop's own hands, from the ferrite of beads it measured: normal on the logit of
 * dilution between workshops, and within one between beads; each bead by its likelihood, the diagram's shared error
 * summed over.
 * @returns exactly the prior without beads
 * @throws InputError naming every faulty field
 */
export function learnDilution(question: LearnDilutionQuestion, seed = 1): LearntDilution {
  check(question);
  const { technique, type, process, measured } = question;
  const prior = question.prior ?? usualDilution(technique, type, process);
  const middle = logit(within(prior.mode));
  const spread = Math.max(0.05, (logit(within(prior.max)) - logit(within(prior.min))) / 2 / 1.96);
  const { betweenShops, withinShop, biases } = data.dilution;
  const [between, inside] = [betweenShops * spread, withinShop * spread];
  const logDensity = LOGITS.map((place) => -0.5 * ((place - middle) / between) ** 2);
  // How a bead's dilution lies about the workshop's: workshop's x bead's place.
  const kernel = LOGITS.map((shop) => {
    const row = LOGITS.map((bead) => normal((bead - shop) / inside));
    const sum = row.reduce((total, one) => total + one, 0);
    return row.map((one) => one / sum);
  });
  const groups = new Map<string, MeasuredBead[]>();
  for (const bead of measured) groups.set(groupOf(bead), [...(groups.get(groupOf(bead)) ?? []), bead]);
  for (const beads of groups.values()) {
    const over = ferriteOverDilution(beads[0]!, seed);
    const tables = beads.map(({ measuredFn }) => beadLikelihood(over, measuredFn));
    LOGITS.forEach((_, shop) => {
      const row = kernel[shop] as readonly number[];
      const logs = biases.map((bias, at) =>
        tables.reduce(
          (sum, table) => {
            const likelihoods = table[at] as Float64Array;
            return (
              sum +
              ln(
                Math.max(
                  1e-300,
                  row.reduce((total, weight, place) => total + weight * (likelihoods[place] as number), 0),
                ),
              )
            );
          },
          -0.5 * bias * bias,
        ),
      );
      const most = Math.max(...logs);
      logDensity[shop] = (logDensity[shop] as number) + most + ln(logs.reduce((sum, one) => sum + exp(one - most), 0));
    });
  }
  const most = Math.max(...logDensity);
  const density = logDensity.map((one) => exp(one - most));
  const total = density.reduce((sum, one) => sum + one, 0);
  const mean = density.reduce((sum, one, at) => sum + (one / total) * (LOGITS[at] as number), 0);
  const variance = density.reduce((sum, one, at) => sum + (one / total) * ((LOGITS[at] as number) - mean) ** 2, 0);
  const at = (share: number): number => logistic(quantile(density, share));
  if (measured.length === 0) {
    const range90 = [logistic(middle - HALF_90 * between), logistic(middle + HALF_90 * between)] as const;
    return { dilution: { median: prior.mode, range90 }, next: prior, prior, count: 0, shift: 0 };
  }
  // The usual range, moved and drawn together as far as the beads say so.
  const ratio = Math.sqrt(variance + inside * inside) / Math.sqrt(between * between + inside * inside);
  const moved = (edge: number): number => logistic(mean + ratio * (logit(within(edge)) - middle));
  const dilution = { median: at(0.5), range90: [at(0.05), at(0.95)] as const };
  return {
    dilution,
    next: { min: moved(prior.min), mode: logistic(mean), max: moved(prior.max) },
    prior,
    count: measured.length,
    shift: dilution.median - prior.mode,
  };
}
