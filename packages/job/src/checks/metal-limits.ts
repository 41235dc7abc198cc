import { held, type Check } from './contradiction';

/** Limits of the metal are waits in the plan and at the torch; short beads, peening and preheat stand on the list. */
export const metalLimits: Check = ({ plan, torch, list, whole }) =>
  plan.joints.flatMap((own, index) => {
    const { metal } = own;
    const planned = whole.joints[index];
    const leader = planned?.facts.leader.id;
    const says = (fact: string): boolean =>
      list.some(({ key, joint }) => key.startsWith(`${fact} `) && (joint === null || joint === leader));
    const limitOf = (pass: number): number | null => {
      const limits = [metal.everyRunC, pass > 0 ? metal.interpassMaxC : null].filter((one) => one !== null);
      return limits.length > 0 ? Math.min(...limits) : null;
    };
    const colour = planned?.kept.colourWithinMm ?? null;
    const runs = torch.arcs.filter(({ joint, bead }) => joint === own.id && bead === 'run');
    const rests = plan.steps.filter((step) => step.do === 'rest' && step.joint === own.id);
    return [
      ...(colour === null && !planned?.isHeldWarm
        ? runs.flatMap(({ pass, limitC }) => held(own.id, 'limits: torch', limitC, limitOf(pass)))
        : []),
      ...(colour === null
        ? rests.flatMap(({ until, pass }) => held(own.id, 'limits: rest', until, { belowC: limitOf((pass ?? 1) - 1) }))
        : []),
      ...(metal.mostRunMm === null
        ? []
        : runs.flatMap(({ fromMm, toMm }) =>
            held(own.id, 'limits: short beads', Math.abs(toMm - fromMm) <= (metal.mostRunMm ?? 0), true),
          )),
      ...(own.id === leader ? held(own.id, 'limits: peened', says('peen'), metal.isPeened) : []),
      ...(own.id === leader && metal.school === null
        ? held(own.id, 'limits: preheat', says('heat'), metal.preheatC !== null)
        : []),
    ];
  });
