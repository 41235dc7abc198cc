import { normalQuantile, SeededRandom } from '../../chance';
import { beliefFromRanges, compositionSampler, drawComposition, ELEMENT_COUNT } from '../../composition';
import { findGrade, findRod } from '../../catalogue';
import { DERIVED_COUNT, derivePool, newFerritePrediction, predictFerrite } from '../../constitution';
import { mixPool } from '../../pool';
import { gaugeSigma } from '../../rod';
import type { MeasuredBead } from '../bead-likelihood';
import { learnDilution, type LearntDilution } from '../learn-dilution';
import { logistic, logit } from '../logit';

/** Pairs of metals with the rods they are welded with. */
const WELDS = [
  ['304L', 'A36', 'ER309L'],
  ['316L', '316L', 'ER316L'],
  ['304', '1018', 'ER312'],
  ['S32205', '304', 'ER2209'],
  ['304L', '304L', 'ER308L'],
] as const;

/**
 * Beads of a workshop whose dilution is known: metals within their grades, a diagram that is off by as much for all
 * beads of one pair, a gauge that scatters.
 */
export function simulatedBeads(count: number, dilution: number, within: number, seed: number): readonly MeasuredBead[] {
  const random = new SeededRandom(seed);
  const normal = (): number => normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, random.next())));
  const biases = WELDS.map(() => normal());
  const draw = (of: { readonly limits: object; readonly typical: object }): Float64Array => {
    const vector = new Float64Array(ELEMENT_COUNT);
    const uniforms = Float64Array.from({ length: ELEMENT_COUNT }, () => random.next());
    drawComposition(
      compositionSampler(beliefFromRanges(of as Parameters<typeof beliefFromRanges>[0])),
      uniforms,
      0,
      vector,
      0,
    );
    return vector;
  };
  const derived = new Float64Array(DERIVED_COUNT);
  const prediction = newFerritePrediction();
  return Array.from({ length: count }, (_, index): MeasuredBead => {
    const pair = index % WELDS.length;
    const [one, other, rod] = WELDS[pair]!;
    const [a, b] = [draw(findGrade(one)!), draw(findGrade(other)!)];
    const base = a.map((percent, element) => (percent + (b[element] as number)) / 2);
    const pool = new Float64Array(ELEMENT_COUNT);
    mixPool(draw(findRod(rod)!), 0, base, 0, logistic(logit(dilution) + within * normal()), pool);
    derivePool(pool, 0, derived, 0);
    predictFerrite(pool, 0, derived, 0, prediction);
    const off = prediction.sigma * Math.SQRT1_2;
    const ferrite = Math.max(0, prediction.latentFerriteNumber + off * biases[pair]! + off * normal());
    const shown = Math.max(0, ferrite + gaugeSigma(ferrite) * normal());
    return { parents: [{ grade: one }, { grade: other }], rod, measuredFn: shown };
  });
}

/** How learning a known dilution came out. */
export interface DilutionTrial {
  readonly workshops: number;
  /** Share of the workshops whose dilution was learnt within 0.03, and whose 90 % range holds it. */
  readonly within: number;
  readonly covered: number;
  /** Mean distance of what was learnt from the truth, and of what was believed before. */
  readonly off: number;
  readonly offBefore: number;
}

/** Learns the dilution of made-up workshops of a technique, each from so many beads. */
export function tryDilutions(workshops: number, beads: number, seed: number): DilutionTrial {
  const random = new SeededRandom(seed);
  const { prior } = learnDilution({ technique: 'fillet', measured: [] });
  const spread = (logit(prior.max) - logit(prior.min)) / 2 / 1.96;
  let [within, covered, off, offBefore] = [0, 0, 0, 0];
  for (let one = 0; one < workshops; one++) {
    const truth = logistic(logit(prior.mode) + 0.8 * spread * normalQuantile(Math.max(1e-6, random.next())));
    const measured = simulatedBeads(beads, truth, 0.6 * spread, seed * 1000 + one);
    const { dilution }: LearntDilution = learnDilution({ technique: 'fillet', measured }, one + 1);
    const distance = Math.abs(dilution.median - truth);
    within += Number(distance <= 0.03);
    covered += Number(truth >= dilution.range90[0] && truth <= dilution.range90[1]);
    off += distance;
    offBefore += Math.abs(prior.mode - truth);
  }
  return {
    workshops,
    within: within / workshops,
    covered: covered / workshops,
    off: off / workshops,
    offBefore: offBefore / workshops,
  };
}
