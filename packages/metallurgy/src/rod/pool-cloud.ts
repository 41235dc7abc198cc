import { findRod } from '../catalogue';
import { compositionSampler, drawComposition, ELEMENT_COUNT, type CompositionBelief } from '../composition';
import { stratifiedUniforms } from '../chance';
import { DERIVED, DERIVED_COUNT, derivePool } from '../constitution';
import { checkChooseInput, type ChooseInput } from './choose-input';
import { fillSample } from './rod-run';
import { drawSetting } from './draw-setting';

/** A point on the two diagrams people look at. */
export interface DiagramPosition {
  /** WRC-1992 chromium and nickel equivalent. */
  readonly wrc: readonly [number, number];
  /** Schaeffler chromium and nickel equivalent. */
  readonly schaeffler: readonly [number, number];
}

/** A pool sample on the diagrams. */
export interface CloudPoint extends DiagramPosition {
  readonly ferriteNumber: number;
}

/** Everything the constitution map shows of one rod in one joint. */
export interface PoolCloud {
  readonly rod: string | null;
  readonly pools: readonly CloudPoint[];
  /** Centre of the rod; null for no rod. */
  readonly filler: DiagramPosition | null;
  /** Candidates of every piece with their centres. */
  readonly pieces: readonly {
    readonly piece: number;
    readonly grade: string;
    readonly probability: number;
    readonly position: DiagramPosition;
  }[];
}

function positionOf(derived: Float64Array): DiagramPosition {
  const at = (index: number): number => derived[index] as number;
  return {
    wrc: [at(DERIVED.wrcChromium), at(DERIVED.wrcNickel)],
    schaeffler: [at(DERIVED.schaefflerChromium), at(DERIVED.schaefflerNickel)],
  };
}

const CENTRE_SAMPLES = 16;

function centreOf(belief: CompositionBelief, uniforms: Float64Array): DiagramPosition {
  const composition = new Float64Array(ELEMENT_COUNT);
  const mean = new Float64Array(ELEMENT_COUNT);
  const sampler = compositionSampler(belief);
  for (let sample = 0; sample < CENTRE_SAMPLES; sample++) {
    drawComposition(sampler, uniforms, sample * ELEMENT_COUNT, composition, 0);
    for (let index = 0; index < ELEMENT_COUNT; index++)
      mean[index] = (mean[index] as number) + (composition[index] as number) / CENTRE_SAMPLES;
  }
  const derived = new Float64Array(DERIVED_COUNT);
  derivePool(mean, 0, derived, 0);
  return positionOf(derived);
}

/**
 * Draws the cloud of pools of one rod for the constitution map.
 * @param rod AWS class; null for no rod
 * @param count points, up to a few hundred
 * @throws InputError naming every faulty field
 */
export function poolCloud(input: ChooseInput, rod: string | null, seed = 1, count = 160): PoolCloud {
  const known = rod === null ? undefined : findRod(rod);
  const problem = checkChooseInput({ ...input, rods: known ? [known.id] : [] });
  const filler = problem.fillers.find((candidate) => (candidate.rod?.id ?? null) === (known?.id ?? null)) ?? {
    rod: null,
    belief: [],
    cost: 0,
    hydrogenFactor: 0,
  };
  const setting = drawSetting(problem, seed, count);
  const uniforms = stratifiedUniforms(seed, CENTRE_SAMPLES, ELEMENT_COUNT, CENTRE_SAMPLES);
  return {
    rod: filler.rod?.id ?? null,
    pools: Array.from({ length: count }, (_, index) => {
      const scratch = fillSample(setting, filler, index);
      return { ...positionOf(scratch.derived), ferriteNumber: scratch.ferriteNumber };
    }),
    filler: filler.rod ? centreOf(filler.belief, uniforms) : null,
    pieces: problem.pieces.flatMap(({ candidates }, piece) =>
      candidates.map(({ material, belief, probability }) => ({
        piece,
        grade: material.id,
        probability,
        position: centreOf(belief, uniforms),
      })),
    ),
  };
}
