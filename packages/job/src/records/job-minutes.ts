import { passLog, QUOTE_STAGES, type QuoteStage } from '@variatum/metallurgy';
import type { JobDetail } from '@variatum/contracts';
import { activeJoints } from './active-pieces';
import { weldLogOf } from './joint-records';
import { recorded } from './recorded';

/** Minutes of each stage; stages nothing is known of are left out. */
export type StageMinutes<Minutes> = Readonly<Partial<Record<QuoteStage, Minutes>>>;

/** What a stage took, and how that is known. */
export interface SpentMinutes {
  readonly minutes: number;
  /** `log`: from arc to arc; `said`: somebody put it down. */
  readonly from: 'log' | 'said';
  /** When that was last known. */
  readonly at: string;
}

/** A pause longer than this is no part of the work, ms. */
const PAUSE_MS = 45 * 60_000;

type Logged = Pick<JobDetail, 'joints' | 'weld' | 'record'>;

/** Minutes from arc to arc, without long pauses; null: no arc was logged. */
function arcToArc(job: Logged): Pick<SpentMinutes, 'minutes' | 'at'> | null {
  const beads = activeJoints(job).flatMap(({ id }) => passLog(weldLogOf(job, id)).beads);
  const moments = beads.flatMap(({ startMs, endMs }) => [startMs, endMs ?? startMs]).sort((one, other) => one - other);
  const last = moments.at(-1);
  if (last === undefined) return null;
  const worked = moments.slice(1).reduce((sum, moment, at) => {
    const gap = moment - (moments[at] as number);
    return sum + (gap > PAUSE_MS ? 0 : gap);
  }, 0);
  return { minutes: worked / 60_000, at: new Date(last).toISOString() };
}

/**
 * What each stage of a job took: as people put it down, all of it added up; the welding as its log tells where nobody
 * did.
 */
export function spentMinutes(job: Logged): StageMinutes<SpentMinutes> {
  const said = recorded(job, 'minutes').filter(({ entry }) => entry.of === 'work');
  const found = QUOTE_STAGES.flatMap((stage): [QuoteStage, SpentMinutes][] => {
    const own = said.filter(({ entry }) => entry.stage === stage);
    const last = own.at(-1);
    if (last)
      return [[stage, { minutes: own.reduce((sum, { entry }) => sum + entry.minutes, 0), from: 'said', at: last.at }]];
    const logged = stage === 'weld' ? arcToArc(job) : null;
    return logged === null ? [] : [[stage, { ...logged, from: 'log' }]];
  });
  return Object.fromEntries(found);
}

/** Minutes somebody knows better than what is usual: the last word on each stage. */
export const plannedMinutes = (job: Pick<JobDetail, 'record'>): StageMinutes<number> =>
  Object.fromEntries(
    recorded(job, 'minutes').flatMap(({ entry }) => (entry.of === 'plan' ? [[entry.stage, entry.minutes]] : [])),
  );

/** Stages that end where the weld is judged; the others end where the part goes out. */
const BEFORE_JUDGING: readonly QuoteStage[] = ['look', 'prepare', 'purge', 'weld', 'cool'];

/** Whether a stage of a job is over: before that, what it took says nothing of what it takes. */
export function isStageOver(job: Pick<JobDetail, 'record' | 'state'>, stage: QuoteStage): boolean {
  const out = job.state === 'out' || recorded(job, 'in-service').length > 0 || recorded(job, 'seen').length > 0;
  if (out || !BEFORE_JUDGING.includes(stage)) return out;
  return job.state === 'inspect' || recorded(job, 'verdict').length > 0;
}
