import {
  AIR_PPM,
  levelAfter,
  likeliestPurge,
  minutesTo,
  pecletNumber,
  pocketTimeConstant,
  purge,
  runVolume,
  spaceVolume,
  steadyPpm,
  type PurgeQuestion,
} from '../purge';
import { plain, type ExplainStep } from './step';

const TANKS = 'Levenspiel, Chemical Reaction Engineering: tanks in series';

/**
 * Traces a purge: volume, change of volume, bound by dispersion, steady level, wait and dead ends. What is not said is
 * taken in the middle of what is believed of it, so that a reader can do it again by hand; the answer's own ranges come
 * from all of it.
 * @throws InputError as `purge`
 */
export function explainPurge(question: PurgeQuestion): readonly ExplainStep[] {
  const answer = purge(question);
  const { space, flowLpm, targetPpm } = question;
  const volumeL = spaceVolume(space);
  const taken = likeliestPurge(question);
  const { tanks, leakLpm, gasPpm } = taken;
  const steps: ExplainStep[] = (space.volumeL === undefined ? (space.runs ?? []) : []).map((run, index) => ({
    figure: `space.runs.${index}`,
    title: 'Room inside a run',
    value: runVolume(run),
    unit: 'L',
    formula: 'π/4 (D − 2 t)² l',
    numbers: `π/4 × (${plain(run.outsideMm)} − 2 × ${plain(run.wallMm)})² × ${plain(run.lengthMm)} mm³`,
    from: [`space.runs.${index}`],
    source: 'Geometry',
  }));
  steps.push({
    figure: 'volumeL',
    title: 'Room inside',
    value: volumeL,
    unit: 'L',
    formula: space.volumeL === undefined ? 'Σ runs' : 'as said',
    numbers: plain(volumeL),
    from: space.volumeL === undefined ? steps.map(({ figure }) => figure) : ['space.volumeL'],
    source: 'Geometry',
  });
  const [run] = space.runs ?? [];
  if (run && question.tanks === undefined) {
    const inside = run.outsideMm - 2 * run.wallMm;
    steps.push({
      figure: 'mostTanks',
      title: 'Tanks in series at most',
      value: answer.mostTanks ?? 1,
      unit: '',
      formula: 'Pe / 2, Pe = u l / (D (1 + (u R / D)² / 48)); 1 at least',
      numbers: `Pe of the first run ${plain(pecletNumber(inside, run.lengthMm, flowLpm))}`,
      from: ['space.runs', 'flowLpm'],
      source: 'Taylor 1953, Aris 1956',
    });
  }
  steps.push({
    figure: 'steadyPpm',
    title: 'Level it settles at',
    value: steadyPpm(taken),
    unit: 'ppm',
    formula: '(Q g + L 209000) / (Q + L)',
    numbers:
      `(${plain(taken.flowLpm)} × ${plain(gasPpm)} + ${plain(leakLpm)} × ${AIR_PPM}) / (${plain(taken.flowLpm)} + ` +
      `${plain(leakLpm)})`,
    from: ['flowLpm', 'gasPpm', 'leakLpm'],
    source: TANKS,
  });
  const wait = minutesTo(taken, targetPpm);
  steps.push({
    figure: 'minutes.median',
    title: 'Wait',
    value: wait ?? 'not reachable',
    unit: 'min',
    formula: 'Cs + (C0 − Cs) Γ(N, Nθ)/Γ(N) = target, θ = (Q + L) t / V',
    numbers:
      `N ${plain(tanks)}, target ${plain(targetPpm)} ` +
      `ppm${wait === null ? '' : `, θ ${plain(((taken.flowLpm + leakLpm) * wait) / volumeL)}`}`,
    from: ['steadyPpm', 'volumeL', 'tanks', 'targetPpm'],
    source: TANKS,
  });
  for (const [index, minutes] of (question.minutes ?? []).entries())
    steps.push({
      figure: `levels.${index}.ppm`,
      title: `Oxygen after ${plain(minutes)} min`,
      value: levelAfter(taken, minutes),
      unit: 'ppm',
      formula: 'Cs + (C0 − Cs) Γ(N, Nθ)/Γ(N)',
      numbers: `θ ${plain(((taken.flowLpm + leakLpm) * minutes) / volumeL)}`,
      from: ['steadyPpm', 'volumeL'],
      source: TANKS,
    });
  for (const [index, depthMm] of (space.pocketsMm ?? []).entries())
    steps.push({
      figure: `pockets.${index}.timeConstantS`,
      title: 'Dead end',
      value: pocketTimeConstant(depthMm),
      unit: 's',
      formula: '4 depth² / (π² D)',
      numbers: `4 × ${plain(depthMm / 1000)}² / (π² × 2e-5)`,
      from: [`space.pocketsMm.${index}`],
      source: 'Diffusion into a closed end, first term',
    });
  return steps;
}
