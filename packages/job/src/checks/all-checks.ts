import { acceptance } from './acceptance';
import type { Check } from './contradiction';
import { gas } from './gas';
import { heat } from './heat';
import { meltedShare } from './melted-share';
import { metalLimits } from './metal-limits';
import { minutes } from './minutes';
import { order } from './order';
import { record } from './record';
import { rod } from './rod';
import { tacks } from './tacks';
import { wants } from './wants';

/** What must agree between the rooms of a job, each by its name. */
export const CHECKS = {
  rod,
  meltedShare,
  heat,
  minutes,
  gas,
  metalLimits,
  order,
  tacks,
  acceptance,
  record,
  wants,
} as const satisfies Readonly<Record<string, Check>>;
export type CheckName = keyof typeof CHECKS;
