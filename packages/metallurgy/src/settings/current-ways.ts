import data from '../../data/settings.json';
import type { MaterialFamily } from '../catalogue';
import { fromJson } from '../from-json';
import { settingsProblem, type SettingsQuestion } from './settings';
import { torchSettings, wantedCurrent, type SettingsProblem } from './torch-settings';

/** A way round a current that is not to be had. */
export type CurrentWay =
  /** Warm the metal first, °C. */
  | { readonly code: 'preheat'; readonly toC: number }
  /** Bevel the edges down to a nose, mm. */
  | { readonly code: 'bevel'; readonly landMm: number }
  /** One pass from each side, or two smaller ones. */
  | { readonly code: 'two-passes'; readonly fromBothSides: boolean }
  /** Thin the edge of the thicker side to the thinner one, mm. */
  | { readonly code: 'thin-edge'; readonly toMm: number }
  /** A covered electrode, which wants less. */
  | { readonly code: 'electrode'; readonly rodMm: number; readonly amps: number };

const { ways } = data;
const MOST_PREHEAT_C = fromJson<Readonly<Partial<Record<MaterialFamily, number>>>>(ways.preheat.mostC);

/** Warmest a joint may be only to spare current, °C. */
const mostPreheatC = ({ sides }: SettingsProblem): number =>
  Math.min(...sides.map(({ family }) => MOST_PREHEAT_C[family] ?? ways.preheat.roomC));

function preheat(problem: SettingsProblem, wants: number, givesA: number): readonly CurrentWay[] {
  const { meltC, roomC, stepC } = ways.preheat;
  const needC = meltC - ((meltC - roomC) * givesA) / wants;
  const toC = Math.ceil(needC / stepC) * stepC;
  return toC <= mostPreheatC(problem) ? [{ code: 'preheat', toC }] : [];
}

/**
 * What can be done where a machine gives less than a pass wants: each way by itself brings what is wanted down to what
 * is given.
 * @param givesA what the machine and its socket give, A
 * @returns the least trouble first; empty where nothing is short, or nothing helps
 * @throws InputError as `settings`
 */
export function currentWays(question: SettingsQuestion, givesA: number): readonly CurrentWay[] {
  const problem = settingsProblem(question);
  const wants = wantedCurrent(problem);
  if (wants <= givesA || problem.process !== 'gtaw') return [];
  const does = (changed: Partial<SettingsProblem>): boolean => wantedCurrent({ ...problem, ...changed }) <= givesA;
  const { joint, sides, pass } = problem;
  const thinMm = Math.min(...sides.map(({ thicknessMm }) => thicknessMm));
  const isButt = joint.type === 'square-butt';
  const evened = sides.map((side) => ({ ...side, thicknessMm: thinMm }));
  const halved = sides.map((side) => ({ ...side, thicknessMm: ways.twoPasses.share * side.thicknessMm }));
  const electrode = torchSettings({ ...problem, process: 'smaw', machine: undefined });
  const [, electrodeAmps] = electrode.amps;
  return [
    ...preheat(problem, wants, givesA),
    ...(sides.some(({ thicknessMm }) => thicknessMm > thinMm) && does({ sides: evened })
      ? [{ code: 'thin-edge', toMm: thinMm } as const]
      : []),
    ...(joint.type !== 'bevel' && does({ sides: halved })
      ? [{ code: 'two-passes', fromBothSides: isButt } as const]
      : []),
    ...(isButt && pass === 'root' && does({ joint: { ...joint, type: 'bevel' }, landMm: ways.land.mm })
      ? [{ code: 'bevel', landMm: ways.land.mm } as const]
      : []),
    ...(problem.rod !== null && electrode.rodMm !== null && electrodeAmps <= givesA
      ? [{ code: 'electrode', rodMm: electrode.rodMm, amps: electrodeAmps } as const]
      : []),
  ];
}
