import { FAMILIES, isStainless } from '../catalogue';
import { JOINTS } from '../joint';
import { takesHydrogen } from '../risk';
import { item } from './facts';
import type { PreparationItem, PreparationQuestion, PreparedJoint } from './preparation-input';

const GAS_BEHIND: readonly (string | null)[] = ['purge', 'dam', 'gas-box'];

/** Whether hydrogen is in the gas, at the torch or behind the root. */
const hasHydrogen = ({ gas, backGas }: Pick<PreparedJoint, 'gas' | 'backGas'>): boolean =>
  JOINTS.gases[gas ?? 'argon'].hydrogen || JOINTS.backGases[backGas ?? 'argon'].hydrogen;

/** The back of the weld: gas before the first tack, no hydrogen where it cracks, rooms that press. */
export function backs(question: PreparationQuestion): readonly PreparationItem[] {
  const { pieces, joints, closedRooms } = question;
  const purged = joints.some(({ backShielding }) => GAS_BEHIND.includes(backShielding));
  return [
    ...joints.flatMap((joint): PreparationItem[] => {
      const of = { joint: joint.id };
      const sides = pieces.filter(({ id }) => joint.pieces.includes(id));
      const words = { joint: joint.name };
      const stainless = sides.some(({ family }) => family === null || isStainless(family));
      const cracks = sides.find(({ family }) => family !== null && !takesHydrogen(family));
      return [
        ...(hasHydrogen(joint) && cracks?.family
          ? [
              item(
                'no-hydrogen',
                'back',
                of,
                { ...words, piece: cracks.name, family: FAMILIES[cracks.family].title },
                { doNot: true },
              ),
            ]
          : []),
        ...(stainless && joint.meltsThrough && GAS_BEHIND.includes(joint.backShielding)
          ? [item('purge', 'back', of, words)]
          : []),
        ...(stainless && joint.meltsThrough && (joint.backShielding === null || joint.backShielding === 'none')
          ? [item('nothing-behind', 'back', of, words)]
          : []),
      ];
    }),
    ...(closedRooms > 0 ? [item('closed-space', 'back', {}, {}, { doNot: true })] : []),
    ...(purged ? [item('argon-room', 'back', {})] : []),
  ];
}
