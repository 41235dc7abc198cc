import type { JointRecord, Machine, Piece } from '@variatum/contracts';
import {
  isWithin,
  LIMITS,
  type AcceptanceProfile,
  type ChooseInput,
  type JointInput,
  type Process,
  type SettingsQuestion,
  type TorchSettings,
} from '@variatum/metallurgy';
import { asSettingMachine } from './job-machine';
import { settingPassOfKind, type PassKind } from './pass-ways';
import { usualFitOf } from './usual-fit';
import { weldedWith } from './welded-with';

/** Process of a joint nobody has said one of. */
export const USUAL_PROCESS: Process = 'gtaw';

/** What settings of a joint are made from. */
export interface SettingsFacts {
  /** What the joint asks of the choice of its rod. */
  readonly asked: Pick<ChooseInput, 'pieces' | 'joint'>;
  /** Pieces that meet, in its order. */
  readonly pieces: readonly Piece[];
  /** The joint its fit stands at; null: the job has none yet. */
  readonly record: Pick<JointRecord, 'fit'> | null;
  readonly rod: string | null;
  readonly pass: PassKind;
  /** What of the pass is otherwise than the joint says; left out: nothing. */
  readonly process?: Process | undefined;
  readonly machine: Machine | null;
  /** How fast the hand goes, mm/s. */
  readonly travelMmPerS: number;
  readonly profile: Pick<AcceptanceProfile, 'tint'>;
}

/** Square nose of the bevel of a joint, mm; undefined: it has none. */
export const landOf = (
  { type }: Pick<JointInput, 'type'>,
  record: Pick<JointRecord, 'fit'> | null,
  pieces: readonly Piece[],
): number | undefined => (type === 'bevel' && record ? usualFitOf(type, record.fit, pieces).landMm : undefined);

/** What is asked of the settings for a pass of a joint; null while nothing is described. */
export function settingsQuestion(facts: SettingsFacts): SettingsQuestion | null {
  const { pieces, joint } = facts.asked;
  if (!joint) return null;
  const { rod, machine, profile } = facts;
  const landMm = landOf(joint, facts.record, facts.pieces);
  return {
    pieces,
    joint: weldedWith(joint, rod),
    rod,
    process: facts.process ?? joint.process ?? USUAL_PROCESS,
    pass: settingPassOfKind(facts.pass),
    travelMmPerS: facts.travelMmPerS,
    brightCrater: profile.tint === 'none' || profile.tint === 'straw',
    ...(landMm === undefined ? {} : { landMm }),
    ...(machine ? { machine: asSettingMachine(machine) } : {}),
  };
}

/** Lowest, set and highest current, A. */
export type Current = readonly [low: number, set: number, high: number];

/** Current of a pass: what the welder set, else as it is reckoned; null while neither is there. */
export function currentOf(
  record: Pick<JointRecord, 'settings'> | null,
  pass: PassKind,
  reckoned: Current | undefined,
): Current | null {
  // What washes over has no settings of its own.
  const own = pass === 'wash' ? undefined : record?.settings[pass]?.amps;
  if (own !== undefined && isWithin(own, LIMITS.machineAmperes)) return [own, own, own];
  return reckoned ?? null;
}

/**
 * Current of tacks, A: as it is reckoned, and moved with the root where the welder set that otherwise; null while the
 * root is not reckoned.
 */
export function tackCurrentOf(record: Pick<JointRecord, 'settings'>, root: TorchSettings | undefined): number | null {
  if (!root) return null;
  const [, set] = currentOf(record, 'root', root.amps) ?? root.amps;
  return Math.round((root.tack.amps * set) / root.amps[1]);
}
