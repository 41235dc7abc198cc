import type { Meter, Reading, StandingAlarm } from '@variatum/contracts';
import {
  activeJoints,
  jobGas,
  latchedBy,
  meterBehind,
  meterCalls,
  METER_UNHEARD,
  type DatedReading,
  type JobGas,
  type MeterState,
} from '@variatum/job';
import { and, desc, eq, gte, isNotNull } from 'drizzle-orm';
import { tables } from '../database';
import { readJobDetail } from '../jobs/store';
import { listMeters, readMeter } from '../meters/store';
import type { Scope } from '../store';
import { readWorkshop } from '../workshop/store';
import { beginAlarm, endAlarm, standingAlarms } from './store';

/** Readings of a meter that are held: half an hour of one a second. */
const MOST_HELD = 2000;

/** Where a meter looks. */
interface Looks {
  readonly job: string;
  readonly joint: string | null;
  readonly place: 'vent' | 'room';
}
/** What is known of the job it looks at. */
interface LookedAt {
  readonly gas: JobGas;
  /** Joints whose gas this meter looks at. */
  readonly behind: readonly string[];
}

/** Runs queries as one. */
export type Transaction = (work: (scope: Scope) => Promise<void>) => Promise<void>;

/** Where an oxygen meter in use looks; null: it calls for nothing. */
function looksOf({ kind, use, withdrawnAt }: Meter): Looks | null {
  if (withdrawnAt !== null || kind !== 'oxygen' || !use || use.place === 'joint') return null;
  return { job: use.job, joint: use.joint, place: use.place };
}

/** A meter as one process hears it; what stands in the database goes before what it remembers. */
export class WatchedMeter {
  /** Where it looks; null: nowhere, or it was not read yet. */
  private looks: Looks | null = null;
  private at: LookedAt | null = null;
  /** So often something of it changed, and as it stood then it was read. */
  private changed = 0;
  private readAt = -1;
  private heard: readonly DatedReading[] = [];
  private last: MeterState = METER_UNHEARD;
  /** Whether what was heard before this process listened has been read. */
  private remembers = false;
  /** Typed figures that were taken in. */
  private readonly typed = new Set<string>();

  constructor(
    readonly id: string,
    readonly workshop: string,
    private readonly nowMs: () => number,
  ) {}

  /** Job it looks at; null: none. */
  get job(): string | null {
    return this.looks?.job ?? null;
  }

  /** Where it looks, or what its job says, may have changed. */
  readAgain(): void {
    this.changed++;
  }

  /** What was heard and called may be another: something may have been missed. */
  forget(): void {
    this.changed++;
    this.remembers = false;
  }

  /** Takes a reading in as it is told. */
  hear({ at, value }: Pick<Reading, 'at' | 'value'>): void {
    if (value === null) return;
    const one = { heardMs: this.nowMs(), atMs: Date.now(), shownMs: Date.parse(at), ppm: value, typed: false };
    this.heard = [...this.heard.slice(1 - MOST_HELD), one];
  }

  /**
   * Looks what it calls for just now, and keeps it: what begins is logged, what is over is ended. The database is asked
   * only where something is to be read or kept.
   */
  async look(transaction: Transaction): Promise<void> {
    if (this.readAt !== this.changed) {
      const { changed } = this;
      await transaction((scope) => this.read(scope));
      this.readAt = changed;
    }
    const { looks, at } = this;
    if (!looks || !at) return;
    this.takeTyped(at, looks);
    const before = this.last.calls;
    const facts = { place: looks.place, behind: at.behind, readings: this.heard, gas: at.gas };
    const state = meterCalls(facts, this.nowMs(), this.last);
    const begins = state.calls.filter(({ what }) => !before.some((one) => one.what === what));
    const over = before.filter(({ what }) => !state.calls.some((one) => one.what === what));
    if (begins.length > 0 || over.length > 0)
      await transaction(async (scope) => {
        for (const call of begins) {
          const joint = call.joint ?? looks.joint ?? at.gas.lastJoint;
          await beginAlarm(scope, { job: looks.job, meter: this.id, joint }, call);
        }
        if (over.length > 0) await this.end(scope, (standing) => over.some(({ what }) => what === standing.what));
      });
    this.last = state;
  }

  private async end(scope: Scope, isOver: (standing: StandingAlarm) => boolean): Promise<void> {
    for (const standing of await standingAlarms(scope, this.id)) if (isOver(standing)) await endAlarm(scope, standing);
  }

  private async read(scope: Scope): Promise<void> {
    const meter = await readMeter(scope, this.id);
    const looks = looksOf(meter);
    if (JSON.stringify(looks) !== JSON.stringify(this.looks)) this.remembers = false;
    this.looks = looks;
    if (!looks) {
      // Whoever put it out of use has answered what it called for.
      await this.end(scope, () => true);
      [this.last, this.heard, this.at] = [METER_UNHEARD, [], null];
      return;
    }
    this.at = await this.lookedAt(scope, looks);
    if (!this.remembers) await this.remember(scope, meter, looks, this.at.gas);
  }

  private async lookedAt(scope: Scope, { job }: Looks): Promise<LookedAt> {
    const detail = await readJobDetail(scope, job);
    const gas = jobGas(detail, await readWorkshop(scope));
    const vents = (await listMeters(scope)).filter((one) => {
      const found = looksOf(one);
      return found?.place === 'vent' && found.job === job;
    });
    const isMine = (joint: string): boolean => meterBehind(joint, vents, gas.spaces)?.id === this.id;
    return { gas, behind: activeJoints(detail).flatMap(({ id }) => (isMine(id) ? [id] : [])) };
  }

  /** What other processes heard before this one listened: what was kept since the gas is on, and what calls. */
  private async remember(scope: Scope, { heardAt }: Meter, looks: Looks, gas: JobGas): Promise<void> {
    const { reading } = tables;
    const fromMs = gas.gasOnMs ?? Date.now() - MOST_HELD * 1000;
    const rows = await scope.database
      .select({ at: reading.at, ppm: reading.value })
      .from(reading)
      .where(
        and(
          eq(reading.meterId, this.id),
          eq(reading.jobId, looks.job),
          eq(reading.place, looks.place),
          isNotNull(reading.value),
          gte(reading.at, new Date(fromMs)),
        ),
      )
      .orderBy(desc(reading.at))
      .limit(MOST_HELD);
    const heard = this.heard.filter(({ shownMs }) => rows.length === 0 || shownMs > (rows[0]?.at.getTime() ?? 0));
    const kept = rows.reverse().map(({ at, ppm }): DatedReading => {
      const moment = at.getTime();
      return { heardMs: null, atMs: moment, shownMs: moment, ppm: ppm ?? 0, typed: false };
    });
    const newest = kept.pop();
    if (newest) {
      // When it came is known for the newest one: its silence is counted from there, whoever heard it.
      const ageMs = heardAt === null ? null : Math.max(0, Date.now() - Date.parse(heardAt));
      kept.push({ ...newest, heardMs: ageMs === null ? null : this.nowMs() - ageMs });
    }
    this.heard = [...kept, ...heard];
    const standing = await standingAlarms(scope, this.id);
    this.last = latchedBy(
      standing.map(({ what, jointId, ppm, startedAt }) => ({
        what,
        joint: what === 'room-oxygen' ? null : jointId,
        ppm,
        startMs: Date.parse(startedAt),
      })),
    );
    this.remembers = true;
  }

  /** What somebody read off a display and typed where it looks counts as a reading, too. */
  private takeTyped({ gas, behind }: LookedAt, { place }: Looks): void {
    const fresh = gas.typed.filter(
      (one) =>
        !this.typed.has(one.id) &&
        (place === 'room' ? one.place === 'room' : one.place === 'inside' && behind.includes(one.joint)),
    );
    for (const { id, atMs, ppm } of fresh) {
      this.typed.add(id);
      // What was typed before this process listened is as old as the clock on the wall makes it.
      const heardMs = this.nowMs() - Math.max(0, Date.now() - atMs);
      this.heard = [...this.heard, { heardMs, atMs, shownMs: atMs, ppm, typed: true }];
    }
  }
}
