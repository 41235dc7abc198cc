import type { SeamOrder } from '@variatum/contracts';
import { LIMITS, SETTING_PASSES, type Process, type SettingPass, type TorchSettings } from '@variatum/metallurgy';

/** Kinds of passes as they are set: an old weld may be melted over last of all. */
export const PASS_KINDS = [...SETTING_PASSES, 'wash'] as const;
export type PassKind = (typeof PASS_KINDS)[number];

/** Settings by kind of pass; of one that cannot be reckoned none. */
export type PassSettings = Readonly<Partial<Record<PassKind, TorchSettings>>>;

/** How one pass is made. */
export interface PassWay {
  readonly kind: PassKind;
  /** null: none is fed. */
  readonly rod: string | null;
  readonly process: Process;
}

/** Kind of pass whose settings are asked of the core. */
export const settingPassOfKind = (kind: PassKind): SettingPass => (kind === 'wash' ? 'cap' : kind);

/** Settings a pass of so many is welded with, none of them washed over. @param pass 0 for the root */
export function settingPassOf(pass: number, passes: number): SettingPass {
  const [root, fill, cap] = SETTING_PASSES;
  if (pass === 0) return root;
  return pass === passes - 1 ? cap : fill;
}

/** What passes are made from where nothing else is said of them. */
export interface UsualWay {
  readonly rod: string | null;
  readonly process: Process;
}

/** All passes of a joint: those of its seam, and one that washes over at the end. */
export const allPasses = ({ wash }: Pick<SeamOrder, 'wash'>, passes: number): number =>
  wash ? Math.min(LIMITS.passes[1], passes + 1) : passes;

/** How passes of a kind are made. */
export function wayOfKind({ ownPasses }: Pick<SeamOrder, 'ownPasses'>, usual: UsualWay, kind: PassKind): PassWay {
  if (kind === 'wash') return { kind, rod: null, process: 'gtaw' };
  const own = ownPasses[kind];
  return { kind, rod: own ? own.rod : usual.rod, process: own?.process ?? usual.process };
}

/**
 * How a pass of a joint is made: with its rod and process, unless somebody said otherwise of it.
 * @param pass 0 for the root
 * @param count all passes
 */
export function passWay(
  { ownPasses, wash }: Pick<SeamOrder, 'ownPasses' | 'wash'>,
  usual: UsualWay,
  pass: number,
  count: number,
): PassWay {
  const isWash = wash && count > 1 && pass === count - 1;
  return wayOfKind({ ownPasses }, usual, isWash ? 'wash' : settingPassOf(pass, wash ? count - 1 : count));
}

/** How every pass of a joint is made. */
export const passWays = (
  kept: Pick<SeamOrder, 'ownPasses' | 'wash'>,
  usual: UsualWay,
  count: number,
): readonly PassWay[] => Array.from({ length: count }, (_, pass) => passWay(kept, usual, pass, count));

/** Passes among which the rod of a joint is shared: those it is fed in. */
export const fedPasses = (ways: readonly PassWay[]): number => ways.filter(({ rod }) => rod !== null).length;
