export { CHECKS, type CheckName } from './all-checks';
export { checkedPlan, keptReckoning } from './checked-plan';
export type { Check, Contradiction } from './contradiction';
export { roomsOf, type JointRooms, type Rooms } from './rooms';
export { walkTorch, type TorchArc, type TorchWalk } from './walk-torch';
