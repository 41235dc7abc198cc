import data from '../../data/settings.json';
import {
  AMPS_PER_MM,
  currentFactors,
  currentLimit,
  heatedWall,
  settings,
  settingsProblem,
  type SettingsQuestion,
} from '../settings';
import { plain, type ExplainStep } from './step';

/**
 * Traces settings at the torch: the wall a pass melts, current and what bounds it, then everything that follows, each
 * with the reason the answer itself gives.
 * @throws InputError as `settings`
 */
export function explainSettings(question: SettingsQuestion): readonly ExplainStep[] {
  const problem = settingsProblem(question);
  const answer = settings(question);
  const wall = heatedWall(problem);
  const walls = problem.sides.map(({ thicknessMm }) => thicknessMm);
  const steps: ExplainStep[] = [
    {
      figure: 'wallMm',
      title: 'Wall the pass melts',
      value: wall,
      unit: 'mm',
      formula: 'thin + share (min(thick, ratio × thin) − thin), no more than a pass takes',
      numbers:
        `${plain(Math.min(...walls))} + ${data.heated.shareOfThicker} × (min(${plain(Math.max(...walls))}, ` +
        `${data.heated.mostRatio} × ${plain(Math.min(...walls))}) − ${plain(Math.min(...walls))})`,
      from: ['joint.thicknessMm', 'pass'],
      source: data.heated.source,
    },
  ];
  if (problem.process === 'gtaw') {
    const { conduct, technique, gas, second } = currentFactors(problem);
    steps.push({
      figure: 'wantedAmps',
      title: 'Current wanted',
      value: AMPS_PER_MM[1] * wall * conduct * technique * gas * second,
      unit: 'A',
      formula: 'A/mm × wall × conduction × technique × gas × second side',
      numbers: `${AMPS_PER_MM[1]} × ${plain(wall)} × ${plain(conduct)} × ${technique} × ${gas} × ${second}`,
      from: ['wallMm', 'pieces', 'joint'],
      source: `${data.ampsPerMm.source}; ${data.familyFactor.source}`,
    });
  }
  const limit = currentLimit(problem.process, problem.machine);
  if (limit !== null)
    steps.push({
      figure: 'limitA',
      title: 'The machine and its socket give',
      value: limit,
      unit: 'A',
      formula: 'least of plate and supply',
      numbers: plain(limit),
      from: ['machine'],
      source: 'Arithmetic of the supply',
    });
  steps.push({
    figure: 'amps',
    title: 'Current',
    value: answer.amps[1],
    unit: 'A',
    formula: limit === null ? 'wanted' : 'min(wanted, limit)',
    numbers: `${answer.amps.join(', ')}: lowest, likely, highest`,
    from: ['wantedAmps', ...(limit === null ? [] : ['limitA'])],
    source: data.ampsPerMm.source,
  });
  for (const { setting, reason, source } of answer.reasons) {
    const value = setting === 'amps' ? undefined : answer[setting as keyof typeof answer];
    if (typeof value !== 'number') continue;
    steps.push({
      figure: setting,
      title: setting,
      value,
      unit: UNITS[setting] ?? '',
      formula: reason,
      numbers: plain(value),
      from: ['amps', 'wallMm'],
      source,
    });
  }
  return steps;
}

const UNITS: Readonly<Record<string, string>> = {
  rodMm: 'mm',
  tungstenMm: 'mm',
  torchLpm: 'L/min',
  preFlowS: 's',
  postFlowS: 's',
  startAmps: 'A',
  upSlopeS: 's',
  downSlopeS: 's',
  endAmps: 'A',
};
