import data from '../../data/bead-evidence.json';
import { SeededRandom } from '../chance';
import { ELEMENT_COUNT } from '../composition';
import type { RiskSample } from '../risk';
import type { JointProblem, LearntFromBeads } from './joint-problem';
import { drawPoolSamples, type PoolSamples } from './pool-samples';
import type { Setting } from './setting';
import { weighBeads } from './weigh-beads';

/** Rows of a table of draws, by their numbers. */
function rows(from: Float64Array, width: number, chosen: readonly number[]): Float64Array {
  const taken = new Float64Array(chosen.length * width);
  chosen.forEach((row, at) => taken.set(from.subarray(row * width, (row + 1) * width), at * width));
  return taken;
}

/** Draws by their numbers, some of them more than once. */
function taken(samples: PoolSamples, chosen: readonly number[], pieces: number): PoolSamples {
  const list = <Value>(of: readonly Value[]): Value[] => chosen.map((row) => of[row] as Value);
  const candidateIndex = new Int32Array(chosen.length * pieces);
  chosen.forEach((row, at) =>
    candidateIndex.set(samples.candidateIndex.subarray(row * pieces, (row + 1) * pieces), at * pieces),
  );
  return {
    count: chosen.length,
    base: rows(samples.base, ELEMENT_COUNT, chosen),
    dilution: rows(samples.dilution, 1, chosen),
    nitrogen: rows(samples.nitrogen, 1, chosen),
    scatter: rows(samples.scatter, 1, chosen),
    startScatter: rows(samples.startScatter, 1, chosen),
    rodUniforms: rows(samples.rodUniforms, ELEMENT_COUNT, chosen),
    pieces: list(samples.pieces),
    facts: list(samples.facts),
    candidateIndex,
  };
}

/**
 * Numbers of draws, each as often as its weight says: evenly through the whole (systematic resampling), then shuffled.
 */
export function evenly(weights: readonly number[], count: number, random: SeededRandom): readonly number[] {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const chosen: number[] = [];
  let [below, row] = [weights[0] as number, 0];
  const start = random.next();
  for (let at = 0; at < count; at++) {
    const wanted = ((at + start) / count) * total;
    while (below < wanted && row < weights.length - 1) below += weights[++row] as number;
    chosen.push(row);
  }
  for (let at = count - 1; at > 0; at--) {
    const other = Math.floor(random.next() * (at + 1));
    [chosen[at], chosen[other]] = [chosen[other] as number, chosen[at] as number];
  }
  return chosen;
}

/**
 * Draws of a joint whose beads have shown something: many of what was believed before, of which those that explain it
 * are taken, the better the more often (importance resampling). Source: Smith and Gelfand, The American Statistician 46
 * (1992) 84, sampling and resampling.
 */
export function chosenDraws(
  problem: JointProblem,
  { beads, prior }: LearntFromBeads,
  seed: number,
  count: number,
  scratch: RiskSample,
  fixed?: { readonly piece: number; readonly candidate: number },
): PoolSamples {
  const { per, least, most } = data.draws;
  const many = Math.min(most, Math.max(least, per * count, count));
  const samples = drawPoolSamples(prior, problem.joint, seed, many, fixed);
  const before: Setting = {
    problem: { ...problem, pieces: prior },
    samples,
    scratch,
    // Neither is asked for by a bead.
    severities: new Float64Array(),
    jointProbabilities: new Float64Array(),
    jointLosses: new Float64Array(),
  };
  const { weights } = weighBeads(before, beads);
  return taken(samples, evenly(weights, count, new SeededRandom(seed)), prior.length);
}
