import type { PlannedMetal, SeamOrder } from '@variatum/contracts';
import { heatWith, type ChooseInput, type HeatAdvice } from '@variatum/metallurgy';
import { attempted, castIronSchool, interpassLimitOf, interpassOf, isHeldWarm, remembered } from '../questions';
import type { JobFacts, JointFacts } from './job-facts';

/** Heat with a rod as it was reckoned last. */
const heatFor = remembered(({ question, rod }: { readonly question: ChooseInput; readonly rod: string | null }) =>
  heatWith(question, rod),
);

/** What heat a joint calls for with its rod: the decided one may ask for another than the best. */
export function heatOf({ question, choice }: JointFacts, rod: string | null | undefined): readonly HeatAdvice[] {
  if (!choice || choice.stop !== null) return [];
  if (!question || rod === undefined || rod === choice.recommended) return choice.heat ?? [];
  return attempted(() => heatFor({ question, rod })) ?? [];
}

/** What the metal of a joint bears, by what its pieces most likely are. */
export function metalOf(
  { pieces }: JointFacts,
  heat: readonly HeatAdvice[],
  kept: SeamOrder,
  facts: JobFacts,
): PlannedMetal {
  const iron = castIronSchool(pieces, facts.metals, facts.input.job.preparation);
  const [heldC = null] = iron?.rules.heldC ?? [];
  const preheats = heat.filter(({ kind }) => kind === 'preheat').map(({ temperatureC: [low] }) => low);
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
