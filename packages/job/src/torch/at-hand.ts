import type { JointRecord } from '@variatum/contracts';
import type { FollowedStep, PassLog } from '@variatum/metallurgy';
import { currentOf, type PassSettings, type PassWay } from '../questions';

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
  /** How each of its passes is made. */
  readonly ways: readonly PassWay[];
}

/** Current and rod of the next bead by the plan: a tack has its own, a run that of its pass. */
function plannedFor(
  { rod, leader, settings, tackAmps, ways }: PlannedHand,
  next: Pick<FollowedStep, 'bead' | 'pass'> | null,
): Pick<AtHand, 'amps' | 'rod' | 'rodMm'> {
  const way = ways[next?.pass ?? 0] ?? ways.at(-1);
  const kind = way?.kind ?? 'root';
  const own = kind === 'wash' ? undefined : leader.settings[kind];
  const held = {
    rod: rod === undefined ? rod : (way?.rod ?? null),
    rodMm: own?.rodMm ?? settings[kind]?.rodMm ?? null,
  };
  if (next?.bead === 'tack') return { amps: tackAmps, ...held };
  return { amps: currentOf(leader, kind, settings[kind]?.amps)?.[1] ?? null, ...held };
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
  const { amps, rodMm, rod: plannedRod } = plannedFor(planned, next);
  // What the last run had goes on in its own pass; the next pass has what is planned for it.
  const last = beads.findLast(({ bead, pass }) => bead !== 'tack' && pass === (next?.pass ?? pass));
  const rod = said.rod !== undefined ? said.rod : last ? last.rod : plannedRod;
  return {
    amps: said.amps ?? amps,
    rod,
    rodMm: rod === null ? null : (said.rodMm ?? last?.rodMm ?? rodMm),
    lot: said.lot ?? last?.lot ?? '',
  };
}
