import type { JobDetail, Learnt, LearntRatio, Reading } from '@variatum/contracts';
import { isStageOver, quoteOfJob, spentMinutes, USUAL_SEAL, type SpentMinutes } from '@variatum/job';
import { learnRatio, QUOTE_STAGES, usualMinutes, type QuoteStage, type RatioKind } from '@variatum/metallurgy';
import type { Choices } from './choices';

/** Jobs whose minutes are looked back at: to reckon what was usual takes a part to be laid out. */
const MOST_TIMED = 60;

/** What of a meter's readings says how long gas took. */
export type GasReading = Pick<Reading, 'at' | 'value'>;

/** A ratio that was seen, of which kind and when. */
type Seen = readonly [kind: string, ratio: number, at: string];

/** Ratios of what was seen to what was reckoned, each kind by itself. */
function ratiosOf(seen: readonly Seen[], of: RatioKind, { off, counts }: Choices): LearntRatio[] {
  return [...new Set(seen.map(([kind]) => kind))].sort().flatMap((kind) => {
    const key = `${of} ${kind}`;
    const {
      factor,
      range90: [low, high],
      prior90: [least, most],
      count,
    } = learnRatio(
      of,
      seen.flatMap(([own, ratio, at]) => (own === kind && counts(key, at) ? [ratio] : [])),
    );
    if (count === 0) return [];
    return [
      {
        key,
        off: off(key),
        kind,
        count,
        factor,
        range90: [low, high] as [number, number],
        prior90: [least, most] as [number, number],
      },
    ];
  });
}

/** Gas is learnt by itself, from its meter; how far it is to the customer says nothing of the next one. */
const NOT_TAUGHT: readonly QuoteStage[] = ['purge', 'cool', 'travel'];

/**
 * How long each stage took against what was usual, of stages that are over: as it was put down, or from the log's own
 * moments.
 */
export function learntMinutes(jobs: readonly JobDetail[], choices: Choices): Learnt['minutes'] {
  const seen = jobs.slice(0, MOST_TIMED).flatMap((job): Seen[] => {
    const spent = spentMinutes(job);
    const over = QUOTE_STAGES.flatMap((stage): [QuoteStage, SpentMinutes][] => {
      const took = spent[stage];
      return took && !NOT_TAUGHT.includes(stage) && isStageOver(job, stage) ? [[stage, took]] : [];
    });
    const { question } = over.length === 0 ? { question: null } : quoteOfJob(job, { spaces: [] });
    if (question === null) return [];
    const usual = usualMinutes(question);
    return over.flatMap(([stage, { minutes, at }]) =>
      minutes > 0 && usual[stage] > 0 ? [[stage, minutes / usual[stage], at] as const] : [],
    );
  });
  return ratiosOf(seen, 'minutes', choices);
}

/** Minutes from gas on to the target, by what the meter showed; null: it never came there, or showed nothing before. */
function minutesToTarget(startedAt: string, targetPpm: number, readings: readonly GasReading[]): number | null {
  const start = Date.parse(startedAt);
  const since = readings.filter(({ at }) => Date.parse(at) >= start);
  const reached = since.findIndex(({ value }) => value !== null && value <= targetPpm);
  // A meter that is there from the first reading on was put on late.
  return reached <= 0 ? null : (Date.parse(since[reached]!.at) - start) / 60_000;
}

/** How long gas took against what was predicted when it was turned on, by how the room was sealed. */
export function learntPurges(
  jobs: readonly JobDetail[],
  readingsOf: (job: string) => readonly GasReading[],
  targetOf: (job: JobDetail) => number | null,
  choices: Choices,
): Learnt['purges'] {
  const seen = jobs.flatMap((job): Seen[] => {
    const { clock, seal } = job.purge;
    const targetPpm = targetOf(job);
    const [, likely = 0] = clock?.minutes ?? [];
    if (!clock || targetPpm === null || likely <= 0) return [];
    const took = minutesToTarget(clock.startedAt, targetPpm, readingsOf(job.id));
    return took === null ? [] : [[seal ?? USUAL_SEAL, (took * (clock.pace ?? 1)) / likely, clock.startedAt]];
  });
  return ratiosOf(seen, 'purge', choices);
}
