import { hydrogenFactorOf, hydrogenMlOf, type Process, type Rod } from '../catalogue';
import { beliefFromRanges, type CompositionBelief } from '../composition';

/** A candidate filler: a rod of the catalogue, or none. */
export interface FillerCandidate {
  readonly rod: Rod | null;
  /** Belief about the rod's composition; empty for no rod. */
  readonly belief: CompositionBelief;
  /** Cost and nuisance, in loss units. */
  readonly cost: number;
  /** How much hydrogen it brings, 0 to 1. */
  readonly hydrogenFactor: number;
}

const ROD_BELIEFS = new Map<string, CompositionBelief>();

/** Belief about a rod known by its class; made once, so that its sampler is too. */
function rodBelief(rod: Rod): CompositionBelief {
  let belief = ROD_BELIEFS.get(rod.id);
  if (!belief) ROD_BELIEFS.set(rod.id, (belief = beliefFromRanges(rod)));
  return belief;
}

/** A rod of the catalogue, or none, as it is run. @param cost cost and nuisance, in loss units */
export const fillerOf = (rod: Rod | null, process: Process | undefined, cost = 0): FillerCandidate => ({
  rod,
  belief: rod ? rodBelief(rod) : [],
  cost,
  hydrogenFactor: hydrogenFactorOf(hydrogenMlOf(rod, process)),
});
