import type { Workshop } from '@variatum/contracts';
import { preparationList, type PreparationItem } from '@variatum/metallurgy';
import { preparationQuestion, type BackSpace } from '../questions';
import type { JobFacts } from './job-facts';
import type { JointPlan } from './joint-plan';

/** What of a plan its preparation list is made from. */
export interface PreparedPlan {
  readonly facts: JobFacts;
  readonly joints: readonly JointPlan[];
  readonly spaces: readonly BackSpace[];
}

/** How pieces are called, and in what units sizes are said. */
export interface PreparationWords {
  readonly letters: ReadonlyMap<string, string>;
  readonly workshop: Pick<Workshop, 'lengthUnit' | 'temperatureUnit'> | null;
}

/** What is done before the arc, with the rods, tacks and gas of the plan. */
export function preparationOf(
  { facts, joints, spaces }: PreparedPlan,
  { letters, workshop }: PreparationWords,
): readonly PreparationItem[] {
  // One list for all joints that are alike.
  const leaders = joints.filter(({ facts: { joint, leader } }) => joint === leader);
  const planOf = ({ id }: { readonly id: string }): JointPlan | undefined =>
    leaders.find(({ facts: { joint } }) => joint.id === id);
  return preparationList(
    preparationQuestion({
      pieces: facts.pieces,
      joints: leaders.map(({ facts: { joint } }) => joint),
      part: facts.part,
      letters,
      numberOf: (id) => planOf({ id })?.facts.number ?? 0,
      beliefs: facts.beliefs,
      metals: facts.metals,
      rodOf: (joint) => planOf(joint)?.rod.used,
      heatOf: (joint) => planOf(joint)?.heat ?? [],
      isPeened: (joint) => planOf(joint)?.metal.isPeened ?? false,
      tacksOf: (joint) => planOf(joint)?.tacks ?? null,
      backOf: ({ id, joint }) => {
        const behind = spaces.find(({ space }) => space.joints.includes(id));
        const way = behind ? behind.space.way : joint.backShielding;
        return way === undefined || way === 'not needed' ? null : way;
      },
      profile: facts.profile,
      workshop,
    }),
  );
}
