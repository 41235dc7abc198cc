import { LEVEL_ORDER, RISK_MECHANISMS, riskLevel, RiskSample } from '../risk';
import type { ChooseProblem } from './choose-input';
import type { PoolSamples } from './pool-samples';
import { spreadOf, type Spread } from '../chance';
import { fillSample, type FillerCandidate } from './rod-run';

/** Ferrite and loss at one dilution. */
export interface DilutionPoint {
  readonly dilution: number;
  readonly ferriteNumber: Spread;
  readonly expectedLoss: number;
}

/** How much dilution a choice survives. */
export interface DilutionCurve {
  readonly rod: string | null;
  readonly points: readonly DilutionPoint[];
  /** Dilutions at which no crack of the bead reaches "high"; null when there are none. */
  readonly window: readonly [number, number] | null;
}

const STEPS = 20;
const SAMPLES = 48;
const BEAD_CRACKS = new Set(['solidification-cracking', 'austenitic-cracking', 'carbon-steel-cracking', 'martensite']);

/** Ferrite number and loss of a filler against dilution, with the window that holds the likely dilution. */
export function dilutionCurve(
  problem: ChooseProblem,
  filler: FillerCandidate,
  samples: PoolSamples,
  severities: Float64Array,
): DilutionCurve {
  if (!filler.rod) return { rod: null, points: [], window: null };
  const scratch = new RiskSample(problem.surface);
  const count = Math.min(SAMPLES, samples.count);
  const ferrite = new Float64Array(count);
  const sums = new Float64Array(RISK_MECHANISMS.length);
  const points: DilutionPoint[] = [];
  const fine: boolean[] = [];
  for (let step = 0; step <= STEPS; step++) {
    const dilution = step / STEPS;
    sums.fill(0);
    for (let index = 0; index < count; index++) {
      fillSample(scratch, filler, samples, index, problem.joint, problem.service, dilution);
      ferrite[index] = scratch.ferriteNumber;
      for (let mechanism = 0; mechanism < RISK_MECHANISMS.length; mechanism++)
        sums[mechanism] =
          (sums[mechanism] as number) +
          (RISK_MECHANISMS[mechanism] as (typeof RISK_MECHANISMS)[number]).probability(scratch);
    }
    let loss = filler.cost;
    let good = true;
    RISK_MECHANISMS.forEach((mechanism, index) => {
      const probability = (sums[index] as number) / count;
      loss += probability * (severities[index] as number);
      if (BEAD_CRACKS.has(mechanism.id) && LEVEL_ORDER[riskLevel(mechanism, probability)] >= LEVEL_ORDER.high)
        good = false;
    });
    points.push({ dilution, ferriteNumber: spreadOf(ferrite, count), expectedLoss: loss });
    fine.push(good);
  }
  return { rod: filler.rod.id, points, window: windowAround(fine, problem.joint.dilution.mode) };
}

function windowAround(fine: readonly boolean[], likely: number): readonly [number, number] | null {
  let at = Math.round(likely * STEPS);
  if (!fine[at]) {
    const nearest = fine.map((good, step) => (good ? Math.abs(step - at) : Infinity));
    const least = Math.min(...nearest);
    if (least === Infinity) return null;
    at = nearest.indexOf(least);
  }
  let low = at;
  while (low > 0 && fine[low - 1]) low--;
  let high = at;
  while (high < STEPS && fine[high + 1]) high++;
  return [low / STEPS, high / STEPS];
}
