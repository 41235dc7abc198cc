import type { CheckName, JointRooms, Rooms } from '../checks';
import type { TorchArc } from '../checks';

const withJoints = (rooms: Rooms, change: (joint: JointRooms) => Partial<JointRooms>): Rooms => ({
  ...rooms,
  joints: rooms.joints.map((joint) => ({ ...joint, ...change(joint) })),
});
const withArcs = (rooms: Rooms, change: (arc: TorchArc) => Partial<TorchArc>): Rooms => ({
  ...rooms,
  torch: { ...rooms.torch, arcs: rooms.torch.arcs.map((arc) => ({ ...arc, ...change(arc) })) },
});

/** One room that says something else, for each agreement: what its check has to catch. */
export const SEEDED_FAULTS: Readonly<Record<CheckName, (rooms: Rooms) => Rooms>> = {
  // The torch names the rod that ranks first, not the one decided on.
  rod: (rooms) => withArcs(rooms, () => ({ rod: 'ER2594' })),
  // The section is drawn with the share of another technique.
  meltedShare: (rooms) =>
    withJoints(rooms, ({ sectionDilution }) => ({ sectionDilution: (sectionDilution ?? 0) + 0.2 })),
  // The heat is run with a current somebody had before.
  heat: (rooms) =>
    withJoints(rooms, ({ heat }) => ({
      heat: heat && {
        ...heat,
        seam: { ...heat.seam, arcs: heat.seam.arcs.map((arc) => ({ ...arc, amps: arc.amps + 20 })) },
      },
    })),
  // The price is made from other minutes.
  minutes: (rooms) => ({
    ...rooms,
    quote: rooms.quote && {
      ...rooms.quote,
      minutes: { ...rooms.quote.minutes, median: 2 * rooms.quote.minutes.median },
    },
  }),
  // The heat reckons with gas where there is none, and without it where there is.
  gas: (rooms) =>
    withArcs(
      withJoints(rooms, ({ heat }) => ({ heat: heat && { ...heat, shieldedInside: !heat.shieldedInside } })),
      ({ asksForGas }) => ({ asksForGas: !asksForGas }),
    ),
  // The torch waits for nothing where the metal has a limit, and for something where it has none.
  metalLimits: (rooms) => withArcs(rooms, ({ limitC }) => ({ limitC: limitC === null ? 150 : null })),
  // The torch turns the order about.
  order: (rooms) => ({ ...rooms, torch: { ...rooms.torch, arcs: [...rooms.torch.arcs].reverse() } }),
  // The list counts its tacks by itself.
  tacks: (rooms) => ({
    ...rooms,
    list: rooms.list.filter(({ key }) => !key.startsWith('tacks ')),
    torch: { ...rooms.torch, arcs: rooms.torch.arcs.filter(({ bead }) => bead !== 'tack') },
  }),
  // The judging takes the profile of another service.
  acceptance: (rooms) => ({ ...rooms, profile: { ...rooms.profile, id: 'another' } }),
  // A crack is logged and nobody finds it.
  record: (rooms) => withJoints(rooms, () => ({ found: [] })),
  // Something is asked for that has no field.
  wants: (rooms) => ({
    ...rooms,
    plan: { ...rooms.plan, open: [...rooms.plan.open, { code: 'wants-size', piece: 'nobody', size: 'outsideMm' }] },
  }),
};
