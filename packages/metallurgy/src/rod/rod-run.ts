import { compositionSampler, drawComposition, ELEMENT_COUNT, type CompositionSampler } from '../composition';
import choice from '../../data/choice.json';
import { SOLIDIFICATION_MODES, solidificationModeIndex, type GoverningDiagram } from '../constitution';
import {
  ANYWHERE_MECHANISMS,
  BEAD_MECHANISMS,
  JOINT_MECHANISMS,
  PLACES,
  RISK_MECHANISMS,
  type Place,
  type RiskSample,
} from '../risk';
import type { FillerCandidate } from './filler-candidate';
import { fillBase } from './pool-samples';
import type { Setting } from './setting';

const MECHANISMS = RISK_MECHANISMS.length;
const BLOCK = choice.sampling.block;

/** Results of one filler over the samples run so far. */
export class RodRun {
  /** Loss of each sample, cost included. */
  readonly losses: Float64Array;
  readonly ferriteNumbers: Float64Array;
  /** Sum of probabilities by mechanism. */
  readonly mechanismSums = new Float64Array(MECHANISMS);
  /** Highest probability by mechanism and the sample it stood in. */
  readonly mechanismPeaks = new Float64Array(MECHANISMS).fill(-1);
  readonly mechanismPeakSamples = new Int32Array(MECHANISMS);
  /** Probabilities of the first block of samples, sample by sample, from which an example is picked for the reasons. */
  readonly firstBlock = new Float32Array(BLOCK * MECHANISMS);
  readonly modeCounts = new Float64Array(SOLIDIFICATION_MODES.length);
  readonly governing = new Map<GoverningDiagram, number>();
  readonly poolSum = new Float64Array(ELEMENT_COUNT);
  readonly sampler: CompositionSampler | undefined;
  lossSum = 0;
  done = 0;

  constructor(
    readonly filler: FillerCandidate,
    capacity: number,
  ) {
    this.losses = new Float64Array(capacity);
    this.ferriteNumbers = new Float64Array(capacity);
    this.sampler = filler.rod ? compositionSampler(filler.belief) : undefined;
  }

  /** Mean loss so far. */
  get expectedLoss(): number {
    return this.lossSum / this.done;
  }

  /** Mean probability of a mechanism so far. */
  probability(mechanism: number): number {
    return (this.mechanismSums[mechanism] as number) / this.done;
  }
}

/**
 * Fills a risk sample with the bulk of one weld of one filler. The dilution may be given instead of the sample's own.
 */
export function fillSample(
  setting: Setting,
  filler: FillerCandidate,
  index: number,
  dilution = filler.rod ? (setting.samples.dilution[index] as number) : 1,
): RiskSample {
  const { scratch, samples, problem } = setting;
  fillBase(scratch, samples, index, problem.joint, problem.service);
  if (filler.rod)
    drawComposition(compositionSampler(filler.belief), samples.rodUniforms, index * ELEMENT_COUNT, scratch.rodMetal, 0);
  scratch.rod = filler.rod;
  scratch.hydrogenFactor = filler.hydrogenFactor;
  scratch.dilution = dilution;
  scratch.goTo('fill');
  return scratch;
}

type Mechanism = (typeof RISK_MECHANISMS)[number];
const probabilityAt = (mechanism: number, scratch: RiskSample): number =>
  (RISK_MECHANISMS[mechanism] as Mechanism).probability(scratch);

// Probabilities of one sample, written over: the hot loop must not allocate.
const OF_SAMPLE = new Float64Array(MECHANISMS);

/**
 * Probabilities of all mechanisms of the bead in one filled sample: those that may crack anywhere in its worst place.
 * @returns one array in the order of `RISK_MECHANISMS`, written over by the next call; those of the joint are left as
 * they were
 */
export function weighBead(scratch: RiskSample): Float64Array {
  for (let at = 0; at < BEAD_MECHANISMS.length; at++) {
    const mechanism = BEAD_MECHANISMS[at] as number;
    OF_SAMPLE[mechanism] = probabilityAt(mechanism, scratch);
  }
  for (let place = 1; place < PLACES.length; place++) {
    const where = PLACES[place] as Place;
    if (!scratch.has(where)) continue;
    scratch.goTo(where);
    for (let at = 0; at < ANYWHERE_MECHANISMS.length; at++) {
      const mechanism = ANYWHERE_MECHANISMS[at] as number;
      const probability = probabilityAt(mechanism, scratch);
      if (probability > (OF_SAMPLE[mechanism] as number)) OF_SAMPLE[mechanism] = probability;
    }
  }
  return OF_SAMPLE;
}

/** Runs a filler over the samples from where it stands up to `to`. */
export function runRod(run: RodRun, setting: Setting, to: number): void {
  const { filler } = run;
  const { scratch, severities, jointProbabilities, jointLosses } = setting;
  const { pool } = scratch;
  const width = JOINT_MECHANISMS.length;
  for (let index = run.done; index < to; index++) {
    fillSample(setting, filler, index);
    run.ferriteNumbers[index] = scratch.ferriteNumber;
    const mode = solidificationModeIndex(scratch.ratio);
    run.modeCounts[mode] = (run.modeCounts[mode] as number) + 1;
    const diagram = scratch.prediction.governing;
    run.governing.set(diagram, (run.governing.get(diagram) ?? 0) + 1);
    for (let element = 0; element < ELEMENT_COUNT; element++)
      run.poolSum[element] = (run.poolSum[element] as number) + (pool[element] as number);
    weighBead(scratch);
    let loss = filler.cost + (jointLosses[index] as number);
    for (let column = 0; column < width; column++)
      OF_SAMPLE[JOINT_MECHANISMS[column] as number] = jointProbabilities[index * width + column] as number;
    for (let at = 0; at < BEAD_MECHANISMS.length; at++) {
      const mechanism = BEAD_MECHANISMS[at] as number;
      loss += (severities[mechanism] as number) * (OF_SAMPLE[mechanism] as number);
    }
    for (let mechanism = 0; mechanism < MECHANISMS; mechanism++) {
      const probability = OF_SAMPLE[mechanism] as number;
      if (probability === 0) continue;
      run.mechanismSums[mechanism] = (run.mechanismSums[mechanism] as number) + probability;
      if (index < BLOCK) run.firstBlock[index * MECHANISMS + mechanism] = probability;
      if (probability > (run.mechanismPeaks[mechanism] as number)) {
        run.mechanismPeaks[mechanism] = probability;
        run.mechanismPeakSamples[mechanism] = index;
      }
    }
    run.losses[index] = loss;
    run.lossSum += loss;
  }
  run.done = Math.max(run.done, to);
}

/** Puts a filled sample at the place of the weld where a mechanism is worst, for its reason. */
export function goToWorstPlace(scratch: RiskSample, mechanism: Mechanism): void {
  if (!mechanism.anywhere) return;
  let worst: Place = 'fill';
  let most = mechanism.probability(scratch);
  for (const place of PLACES.slice(1)) {
    if (!scratch.has(place)) continue;
    scratch.goTo(place);
    const probability = mechanism.probability(scratch);
    if (probability > 1.1 * most) {
      most = probability;
      worst = place;
    }
  }
  scratch.goTo(worst);
}

/**
 * Sample that stands for a mechanism: of the first block the one nearest to its mean, or nearer to its peak where a few
 * hypotheses carry the risk and most pools are harmless.
 */
export function exampleOf(run: RodRun, mechanism: number): number {
  const peak = run.mechanismPeaks[mechanism] as number;
  if (peak <= 0) return 0;
  const wanted = Math.max(run.probability(mechanism), 0.6 * peak);
  let best = run.mechanismPeakSamples[mechanism] as number;
  let gap = Math.abs(peak - wanted);
  for (let index = 0; index < Math.min(BLOCK, run.done); index++) {
    const distance = Math.abs((run.firstBlock[index * MECHANISMS + mechanism] as number) - wanted);
    if (distance < gap) {
      gap = distance;
      best = index;
    }
  }
  return best;
}
