import joints from '../../data/joints.json';
import { ELEMENT_COUNT } from '../composition';
import { RiskSample } from '../risk';
import { usualPasses, type PassKind } from '../pool';
import type { ChooseProblem } from './choose-input';
import type { PoolSamples } from './pool-samples';
import { spreadOf, type Spread } from '../chance';
import { fillSample, type FillerCandidate } from './rod-run';

/** Ferrite of one pass of a joint filled in several. */
export interface PassFerrite {
  readonly kind: PassKind;
  readonly title: string;
  readonly ferriteNumber: Spread;
}

const SAMPLES = 48;

/**
 * Ferrite number from root to cap for a joint that is filled in several passes, each diluted by the pieces and by the pass
 * below it.
 * @returns one entry for each pass; empty for no rod, for a joint of a single pass, and for metal no diagram covers
 */
export function passFerrite(
  problem: ChooseProblem,
  filler: FillerCandidate,
  samples: PoolSamples,
): readonly PassFerrite[] {
  const kinds = usualPasses(Math.max(...problem.joint.thicknessMm));
  if (!filler.rod || kinds.length < 2) return [];
  const count = Math.min(SAMPLES, samples.count);
  const ferrite = kinds.map(() => new Float64Array(count));
  const scratch = new RiskSample(problem.surface);
  const rod = new Float64Array(ELEMENT_COUNT);
  const below = new Float64Array(ELEMENT_COUNT);
  const { pool } = scratch;
  const mostLikely = problem.joint.dilution.mode;
  for (let index = 0; index < count; index++) {
    const rootDilution = samples.dilution[index] as number;
    // With no dilution the pool is the rod itself.
    fillSample(scratch, filler, samples, index, problem.joint, problem.service, 0);
    rod.set(pool);
    fillSample(scratch, filler, samples, index, problem.joint, problem.service, rootDilution);
    kinds.forEach((kind, pass) => {
      if (pass > 0) {
        const { dilution, parentShare } = joints.passes[kind as 'fill'];
        const [low, usual, high] = dilution as [number, number, number];
        // A hand that melts much in the root melts much in the cap.
        const own = Math.min(high, Math.max(low, (usual * rootDilution) / mostLikely));
        for (let element = 0; element < ELEMENT_COUNT; element++) {
          const base = samples.base[index * ELEMENT_COUNT + element] as number;
          pool[element] =
            (1 - own) * (rod[element] as number) +
            own * (parentShare * base + (1 - parentShare) * (below[element] as number));
        }
        scratch.derive();
      }
      (ferrite[pass] as Float64Array)[index] = scratch.ferriteNumber;
      below.set(pool);
    });
  }
  if (scratch.prediction.governing === 'none') return [];
  return kinds.map((kind, pass) => ({
    kind,
    title: joints.passes[kind].title,
    ferriteNumber: spreadOf(ferrite[pass] as Float64Array, count),
  }));
}
