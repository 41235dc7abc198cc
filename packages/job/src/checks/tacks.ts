import { held, type Check } from './contradiction';

/** Number, place and length of tacks are the same on the list, in the plan, at the torch and in the heat. */
export const tacks: Check = ({ plan, joints, list, torch, whole }) =>
  plan.joints.flatMap((own, index) => {
    const count = own.tacks?.atMm.length ?? 0;
    const leader = whole.joints[index]?.facts.leader.id;
    const title = own.id === leader ? list.find(({ key }) => key === `tacks ${own.id}`)?.title : undefined;
    const made = torch.arcs.filter(({ joint, bead }) => joint === own.id && bead === 'tack');
    const heat = joints.find(({ joint }) => joint === own.id)?.heat;
    const middles = made.map(({ fromMm, toMm }) => Math.round((fromMm + toMm) / 2));
    const planned = (own.tacks?.atMm ?? []).map(Math.round);
    return [
      ...(own.id === leader && own.lengthMm !== null && own.rod.used !== undefined
        ? held(own.id, 'tacks: list', title === undefined ? 0 : Number.parseInt(title, 10), count)
        : []),
      ...(torch.isWhole ? held(own.id, 'tacks: torch', middles, planned) : []),
      ...made.flatMap((arc) => held(own.id, 'tacks: length', arc.toMm - arc.fromMm, own.tacks?.lengthMm)),
      ...made.flatMap((arc) => held(own.id, 'tacks: current', arc.amps, own.tacks?.amps)),
      ...(heat ? held(own.id, 'tacks: heat', heat.seam.tackMm, count * (own.tacks?.lengthMm ?? 0)) : []),
    ];
  });
