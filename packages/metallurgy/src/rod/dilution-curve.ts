import choice from '../../data/choice.json';
import { BEAD_MECHANISMS, RISK_MECHANISMS } from '../risk';
import { spreadOf, type Spread } from '../chance';
import type { FillerCandidate } from './filler-candidate';
import { fillSample, weighBead } from './rod-run';
import type { Setting } from './setting';

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
  /** Dilutions at which no crack of the bead is likelier than the figure in the data; null when there are none. */
  readonly window: readonly [number, number] | null;
}

const STEPS = 20;
const SAMPLES = 48;
/** Positions of the ways a bead cracks. */
const BEAD_CRACKS = RISK_MECHANISMS.flatMap(({ id }, index) =>
  choice.dilutionCurve.cracks.includes(id) ? [index] : [],
);

/** Ferrite number and loss of a filler against dilution, with the window that holds the likely dilution. */
export function dilutionCurve(setting: Setting, filler: FillerCandidate): DilutionCurve {
  if (!filler.rod) return { rod: null, points: [], window: null };
  const { samples, severities, jointLosses, problem } = setting;
  const count = Math.min(SAMPLES, samples.count);
  const ferrite = new Float64Array(count);
  const sums = new Float64Array(RISK_MECHANISMS.length);
  const points: DilutionPoint[] = [];
  const fine: boolean[] = [];
  let ofJoint = 0;
  for (let index = 0; index < count; index++) ofJoint += (jointLosses[index] as number) / count;
  for (let step = 0; step <= STEPS; step++) {
    const dilution = step / STEPS;
    sums.fill(0);
    for (let index = 0; index < count; index++) {
      const scratch = fillSample(setting, filler, index, dilution);
      ferrite[index] = scratch.ferriteNumber;
      const probabilities = weighBead(scratch);
      for (const mechanism of BEAD_MECHANISMS)
        sums[mechanism] = (sums[mechanism] as number) + (probabilities[mechanism] as number) / count;
    }
    let loss = filler.cost + ofJoint;
    for (const mechanism of BEAD_MECHANISMS) loss += (sums[mechanism] as number) * (severities[mechanism] as number);
    const good = BEAD_CRACKS.every((mechanism) => (sums[mechanism] as number) < choice.dilutionCurve.crackBelow);
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
