import { held, type Check } from './contradiction';

/** What stands behind a root is one thing on the list, in the plan, in the heat, at the torch and in the price. */
export const gas: Check = ({ plan, joints, list, torch, whole }) =>
  plan.joints.flatMap((own, index) => {
    const rooms = joints.find(({ joint }) => joint === own.id);
    const behind = whole.spaces.find(({ space }) => space.id === own.space);
    const isGas = behind?.isGas ?? false;
    const on = plan.steps.filter((step) => step.do === 'gas-on' && step.space === own.space);
    const leader = whole.joints[index]?.facts.leader.id;
    const says = (fact: string): boolean => list.some(({ key }) => key === `${fact} ${leader}`);
    const isFirst = own.id === leader;
    const hasVolume = behind !== undefined && behind.space.volumeL !== null;
    const arcs = torch.arcs.filter(({ joint }) => joint === own.id);
    return [
      ...held(own.id, 'gas: turned on', own.space !== null && on.length > 0, isGas),
      ...(rooms?.heat && behind ? held(own.id, 'gas: heat', rooms.heat.shieldedInside, isGas) : []),
      ...(rooms?.priced ? held(own.id, 'gas: price', rooms.priced.purge !== undefined, isGas && hasVolume) : []),
      ...arcs.flatMap((arc) => held(own.id, 'gas: torch', arc.asksForGas, isGas)),
      ...(isFirst && says('purge') ? held(own.id, 'gas: list asks for it', isGas, true) : []),
      ...(isFirst && says('nothing-behind') ? held(own.id, 'gas: list says there is none', isGas, false) : []),
    ];
  });
