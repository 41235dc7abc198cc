import {
  compositionSampler,
  drawComposition,
  ELEMENT_COUNT,
  ELEMENT_INDEX,
  type CompositionBelief,
  type CompositionSampler,
} from '../composition';
import choice from '../../data/choice.json';
import { DERIVED, SOLIDIFICATION_MODES, solidificationModeIndex, type GoverningDiagram } from '../constitution';
import type { Rod } from '../catalogue';
import { mixPool } from '../pool';
import type { Joint } from '../joint';
import { RISK_MECHANISMS, type RiskSample } from '../risk';
import type { Service } from '../service';
import type { PoolSamples } from './pool-samples';

/** A candidate filler: a rod of the catalogue, or none. */
export interface FillerCandidate {
  readonly rod: Rod | null;
  /** Belief about the rod's composition; empty for no rod. */
  readonly belief: CompositionBelief;
  /** Cost and nuisance, in loss units. */
  readonly cost: number;
}

const NITROGEN = ELEMENT_INDEX.N;
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

/** Fills a risk sample with one pool of one filler. The dilution may be given instead of the sample's own. */
export function fillSample(
  target: RiskSample,
  filler: FillerCandidate,
  samples: PoolSamples,
  index: number,
  joint: Joint,
  service: Service,
  dilution = filler.rod ? (samples.dilution[index] as number) : 1,
): void {
  const { pool } = target;
  const { base } = samples;
  const offset = index * ELEMENT_COUNT;
  if (filler.rod) {
    drawComposition(compositionSampler(filler.belief), samples.rodUniforms, offset, pool, 0);
    mixPool(pool, 0, base, offset, dilution, pool);
  } else for (let element = 0; element < ELEMENT_COUNT; element++) pool[element] = base[offset + element] as number;
  pool[NITROGEN] = (pool[NITROGEN] as number) + (samples.nitrogen[index] as number);
  target.rod = filler.rod;
  target.pieces = samples.pieces[index] as RiskSample['pieces'];
  target.joint = joint;
  target.service = service;
  target.dilution = dilution;
  target.scatter = samples.scatter[index] as number;
  target.startScatter = samples.startScatter[index] as number;
  target.derive();
}

/** Runs a filler over the samples from where it stands up to `to`. */
export function runRod(
  run: RodRun,
  samples: PoolSamples,
  to: number,
  joint: Joint,
  service: Service,
  severities: Float64Array,
  scratch: RiskSample,
): void {
  const { filler } = run;
  const { derived, pool } = scratch;
  for (let index = run.done; index < to; index++) {
    fillSample(scratch, filler, samples, index, joint, service);
    let loss = filler.cost;
    for (let mechanism = 0; mechanism < MECHANISMS; mechanism++) {
      const probability = (RISK_MECHANISMS[mechanism] as (typeof RISK_MECHANISMS)[number]).probability(scratch);
      if (probability === 0) continue;
      loss += (severities[mechanism] as number) * probability;
      run.mechanismSums[mechanism] = (run.mechanismSums[mechanism] as number) + probability;
      if (index < BLOCK) run.firstBlock[index * MECHANISMS + mechanism] = probability;
      if (probability > (run.mechanismPeaks[mechanism] as number)) {
        run.mechanismPeaks[mechanism] = probability;
        run.mechanismPeakSamples[mechanism] = index;
      }
    }
    run.losses[index] = loss;
    run.lossSum += loss;
    run.ferriteNumbers[index] = scratch.ferriteNumber;
    const ratio = (derived[DERIVED.hammarChromium] as number) / Math.max(0.05, derived[DERIVED.hammarNickel] as number);
    const mode = solidificationModeIndex(ratio);
    run.modeCounts[mode] = (run.modeCounts[mode] as number) + 1;
    const diagram = scratch.prediction.governing;
    run.governing.set(diagram, (run.governing.get(diagram) ?? 0) + 1);
    for (let element = 0; element < ELEMENT_COUNT; element++)
      run.poolSum[element] = (run.poolSum[element] as number) + (pool[element] as number);
  }
  run.done = Math.max(run.done, to);
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
