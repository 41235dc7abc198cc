import type { JointRecord } from '@variatum/contracts';
import type { FollowedStep, PassLog } from '@variatum/metallurgy';
import { currentOf, settingPassOf, type PassSettings } from '../questions';

/** What is set at the machine and in the hand just now, as it goes into the log. */
export interface AtHand {
  readonly amps: number | null;
  /** null: no rod; undefined: not known yet. */
  readonly rod: string | null | undefined;
  readonly rodMm: number | null;
  readonly lot: string;
}

/** What of the plan of a joint is held and set. */
export interface PlannedHand {
  /** null: none is fed; undefined: not reckoned. */
  readonly rod: string | null | undefined;
  /** The joint whose description holds for it. */
  readonly leader: Pick<JointRecord, 'settings'>;
  readonly settings: PassSettings;
  /** Current of its tacks, A; null: not reckoned. */
  readonly tackAmps: number | null;
  /** Its passes. */
  readonly count: number;
}

/** Current and rod of the next bead by the plan: a tack has its own, a run that of its pass. */
function plannedFor(
  { leader, settings, tackAmps, count }: PlannedHand,
  next: Pick<FollowedStep, 'bead' | 'pass'> | null,
): Pick<AtHand, 'amps' | 'rodMm'> {
  const pass = settingPassOf(next?.pass ?? 0, count);
  const rodMm = leader.settings[pass]?.rodMm ?? settings[pass]?.rodMm ?? null;
  if (next?.bead === 'tack') return { amps: tackAmps, rodMm };
  return { amps: currentOf(leader, pass, settings[pass]?.amps)?.[1] ?? null, rodMm };
}

/**
 * What is set and held at a joint: what was said last, else what the plan has for its next bead; of the rod what the
 * last run had before that.
 * @param said what somebody set otherwise on this device
 */
export function atHandOf(
  planned: PlannedHand,
  next: Pick<FollowedStep, 'bead' | 'pass'> | null,
  { beads }: Pick<PassLog, 'beads'>,
  said: Partial<AtHand>,
): AtHand {
  const last = beads.findLast(({ bead }) => bead !== 'tack');
  const rod = said.rod !== undefined ? said.rod : last ? last.rod : planned.rod;
  const { amps, rodMm } = plannedFor(planned, next);
  return {
    amps: said.amps ?? amps,
    rod,
    rodMm: rod === null ? null : (said.rodMm ?? last?.rodMm ?? rodMm),
    lot: said.lot ?? last?.lot ?? '',
  };
}
