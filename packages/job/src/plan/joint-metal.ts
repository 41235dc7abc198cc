import type { PlannedMetal, SeamOrder } from '@variatum/contracts';
import { castIronSchool, interpassLimitOf, interpassOf, isHeldWarm } from '../questions';
import type { JobFacts, JointFacts } from './job-facts';

/** What the metal of a joint bears, by what its pieces most likely are. */
export function metalOf({ pieces, choice }: JointFacts, kept: SeamOrder, facts: JobFacts): PlannedMetal {
  const iron = castIronSchool(pieces, facts.metals, facts.input.job.preparation);
  const [heldC = null] = iron?.rules.heldC ?? [];
  const preheats = (choice?.heat ?? []).filter(({ kind }) => kind === 'preheat').map(({ temperatureC: [low] }) => low);
  const preheatC = iron ? heldC : preheats.length > 0 ? Math.max(...preheats) : null;
  return {
    preheatC,
    // Cast iron has the limit of its school, if any.
    interpassMaxC: interpassOf(kept, iron ? iron.rules.everyRunC : interpassLimitOf(pieces, facts.metals)),
    everyRunC: iron?.rules.everyRunC ?? null,
    holdAboveC: isHeldWarm(pieces, facts.metals) || heldC !== null ? preheatC : null,
    mostRunMm: iron?.rules.mostRunMm ?? null,
    isPeened: iron?.rules.isPeened ?? false,
    school: iron?.school ?? null,
  };
}
