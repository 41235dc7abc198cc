import joints from '../../data/joints.json';
import { ELEMENT_COUNT } from '../composition';
import { usualPasses, type PassKind } from '../pool';
import { spreadOf, type Spread } from '../chance';
import type { FillerCandidate } from './filler-candidate';
import { fillSample } from './rod-run';
import type { Setting } from './setting';

/** Ferrite of one pass of a joint filled in several. */
export interface PassFerrite {
  readonly kind: PassKind;
  readonly title: string;
  readonly ferriteNumber: Spread;
}

const SAMPLES = 48;

/**
 * Ferrite number from root to cap for a joint that is filled in several passes, each diluted by the pieces and by the
 * pass below it.
 * @returns one entry for each pass; empty for no rod, for a joint of a single pass, and for metal no diagram covers
 */
export function passFerrite(setting: Setting, filler: FillerCandidate): readonly PassFerrite[] {
  const { samples, problem, scratch } = setting;
  const kinds = usualPasses(Math.max(...problem.joint.thicknessMm));
  if (!filler.rod || kinds.length < 2) return [];
  const count = Math.min(SAMPLES, samples.count);
  const ferrite = kinds.map(() => new Float64Array(count));
  const below = new Float64Array(ELEMENT_COUNT);
  const { pool, rodMetal: rod } = scratch;
  const { root } = problem.joint;
  const mostLikely = Math.min(root.atMost, root.factor * problem.joint.dilution.mode);
  for (let index = 0; index < count; index++) {
    const drawn = samples.dilution[index] as number;
    const rootDilution = Math.max(drawn, Math.min(root.atMost, root.factor * drawn));
    fillSample(setting, filler, index, rootDilution);
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
