import data from '../../data/purge.json';
import { exp, ln } from '../arithmetic';
import { spreadOf, stratifiedUniforms } from '../chance';
import { InputError, type FieldError } from '../errors';
import { isWithin, LIMITS } from '../piece';
import { pecletNumber } from './dispersion';
import { pocketMinutes, pocketTimeConstant } from './pocket';
import { spaceVolume, type PurgeSpace } from './purge-space';
import { levelAfter, minutesTo, steadyPpm, type PurgedSpace } from './tanks-in-series';

/** How gas is led in and out. */
export const FEEDS = ['low', 'middle', 'high'] as const;
export type Feed = (typeof FEEDS)[number];
/** How well openings are closed. */
export const SEALS = ['taped', 'fair', 'poor'] as const;
export type Seal = (typeof SEALS)[number];

/**
 * A purge as it is asked about. A plain number is exact; what is left out takes its usual range and widens the answer.
 */
export interface PurgeQuestion {
  readonly space: PurgeSpace;
  /** Flow of purge gas, L/min, 0.1 to 60. */
  readonly flowLpm: number;
  /** Oxygen in the gas as it enters, ppm. */
  readonly gasPpm?: number | undefined;
  /** Air drawn in, L/min. */
  readonly leakLpm?: number | undefined;
  /** How well openings are closed, where the leak is not said. */
  readonly seal?: Seal | undefined;
  readonly feed?: Feed | undefined;
  /** Tanks in series, 1 to 100. */
  readonly tanks?: number | undefined;
  /** Share of the flow that does work, above 0 to 1; exact 1 where tanks are said. */
  readonly efficiency?: number | undefined;
  /** How long it takes in this workshop against what is reckoned; 1 where left out. */
  readonly pace?: number | undefined;
  /** Oxygen to come down to, ppm. */
  readonly targetPpm: number;
  /** When levels are wanted, minutes. */
  readonly minutes?: readonly number[] | undefined;
}

/** Median and 90 % range; an upper end of null: it may never be. */
export interface OpenSpread {
  readonly median: number;
  readonly range90: readonly [number, number | null];
}

/** What one habit of waiting comes to. */
export interface PurgeHabit {
  readonly habit: 'fixed-minutes' | 'volume-changes' | 'meter';
  readonly title: string;
  /** null: waiting does not end. */
  readonly minutes: number | null;
  /** Oxygen left by then, ppm, and its 90 % range. */
  readonly leftPpm: number;
  readonly range90: readonly [number, number];
}

/** What a purge comes to. */
export interface PurgeAnswer {
  readonly volumeL: number;
  /** Whether the target is reached more likely than not. */
  readonly reachable: boolean;
  /** Chance that it is, 0 to 1. */
  readonly chance: number;
  readonly steadyPpm: number;
  readonly minutes: OpenSpread | null;
  /** Gas used until then, L. */
  readonly gasL: number | null;
  readonly levels: readonly {
    readonly minutes: number;
    readonly ppm: number;
    readonly range90: readonly [number, number];
  }[];
  readonly pockets: readonly {
    readonly depthMm: number;
    readonly timeConstantS: number;
    /** Until its closed end is at the target. */
    readonly minutes: number;
  }[];
  readonly habits: readonly PurgeHabit[];
  /** Most tanks laminar dispersion allows; null where the shape of the run is not known. */
  readonly mostTanks: number | null;
  readonly reasons: readonly string[];
}

/** Range of a figure: as said, or as usual. */
type Range = readonly [number, number];
const exactly = (value: number): Range => [value, value];

const FIELDS = {
  flowLpm: [LIMITS.flowLpm, 'L/min'],
  gasPpm: [[0, 200000], 'ppm'],
  leakLpm: [[0, 60], 'L/min'],
  tanks: [[1, 100], 'tanks'],
  efficiency: [[0.05, 1], 'of the flow'],
  pace: [[0.02, 50], 'times what is reckoned'],
  targetPpm: [[1, 208999], 'ppm'],
} as const;

/** Checks a purge. @throws InputError naming every faulty field */
function checkPurge(question: PurgeQuestion): void {
  const errors: FieldError[] = [];
  for (const [name, [range, unit]] of Object.entries(FIELDS) as [keyof typeof FIELDS, readonly [Range, string]][]) {
    const value = question[name];
    const wanted = name === 'flowLpm' || name === 'targetPpm';
    if (value === undefined ? wanted : !isWithin(value, range))
      errors.push({ path: [name], message: `give ${range.join(' to ')} ${unit}` });
  }
  const { space } = question;
  if (space.volumeL !== undefined && !isWithin(space.volumeL, [0.001, 100000]))
    errors.push({ path: ['space', 'volumeL'], message: 'give 0.001 to 100000 L' });
  if (space.volumeL === undefined && (space.runs ?? []).length === 0)
    errors.push({ path: ['space'], message: 'give the runs of the space, or its volumeL' });
  (space.runs ?? []).forEach(({ outsideMm, wallMm, lengthMm }, index) => {
    const at = (field: string, message: string): void =>
      void errors.push({ path: ['space', 'runs', index, field], message });
    if (!isWithin(outsideMm, LIMITS.outsideMm)) at('outsideMm', `give ${LIMITS.outsideMm.join(' to ')} mm`);
    if (!isWithin(lengthMm, [1, 200000])) at('lengthMm', 'give 1 to 200000 mm');
    if (!(wallMm > 0 && wallMm * 2 < outsideMm)) at('wallMm', 'give a wall that leaves a bore');
  });
  (space.pocketsMm ?? []).forEach((depth, index) => {
    if (!isWithin(depth, [1, 5000]))
      errors.push({ path: ['space', 'pocketsMm', index], message: 'give a depth of 1 to 5000 mm' });
  });
  (question.minutes ?? []).forEach((value, index) => {
    if (!isWithin(value, [0, 10000])) errors.push({ path: ['minutes', index], message: 'give 0 to 10000 minutes' });
  });
  if (errors.length > 0) throw new InputError(errors);
}

/** Fewest tanks along any run: gas spreads most where the run is short and wide. */
function mostTanks({ runs = [] }: PurgeSpace, flowLpm: number): number | null {
  if (runs.length === 0) return null;
  const length = runs.reduce((sum, run) => sum + run.lengthMm, 0);
  const widest = Math.max(...runs.map(({ outsideMm, wallMm }) => outsideMm - 2 * wallMm));
  return Math.max(1, pecletNumber(widest, length, flowLpm) / 2);
}

/** What is believed of a purge before anybody measures. */
interface PurgeBelief {
  readonly tanks: Range;
  readonly efficiency: Range;
  readonly leakLpm: Range;
  readonly gasPpm: Range;
  readonly mostTanks: number | null;
}

function beliefOf({ space, flowLpm, gasPpm, leakLpm, seal, feed, tanks, efficiency }: PurgeQuestion): PurgeBelief {
  const usual = data.feeds[feed ?? 'middle'];
  const bound = mostTanks(space, flowLpm);
  const within = (value: number): number => Math.max(1, Math.min(value, bound ?? Infinity));
  const [fewest, most] = usual.tanks as [number, number];
  const branched = space.branched === true;
  return {
    mostTanks: bound,
    tanks: tanks !== undefined ? exactly(tanks) : branched ? exactly(1) : [within(fewest), within(most)],
    efficiency:
      efficiency !== undefined
        ? exactly(efficiency)
        : tanks !== undefined
          ? exactly(1)
          : ((branched ? data.branched.efficiency : usual.efficiency) as unknown as Range),
    leakLpm: leakLpm !== undefined ? exactly(leakLpm) : (data.leakLpm[seal ?? 'fair'] as unknown as Range),
    gasPpm:
      gasPpm !== undefined
        ? exactly(gasPpm)
        : [
            data.gasPpm.cylinder + (data.gasPpm.hose[0] as number),
            data.gasPpm.cylinder + (data.gasPpm.hose[1] as number),
          ],
  };
}

const DIMENSIONS = 4;
/** Between the ends of a range: evenly by ratio, where it begins above nothing. */
const between = ([low, high]: Range, share: number): number =>
  low > 0 ? low * exp(share * ln(high / low)) : low + share * (high - low);

/** Spaces that are all as likely as each other; one where nothing is open. */
function spacesOf(question: PurgeQuestion, belief: PurgeBelief, volumeL: number, seed: number): readonly PurgedSpace[] {
  const ranges = [belief.tanks, belief.efficiency, belief.leakLpm, belief.gasPpm];
  const open = ranges.some(([low, high]) => low !== high);
  const count = open ? data.samples : 1;
  const uniforms = stratifiedUniforms(seed, count, DIMENSIONS, count);
  return Array.from({ length: count }, (_, sample): PurgedSpace => {
    const at = (dimension: number): number =>
      between(ranges[dimension] as Range, uniforms[sample * DIMENSIONS + dimension] as number);
    // Time goes with the room over the flow, and nothing else does.
    return {
      volumeL: volumeL * (question.pace ?? 1),
      tanks: at(0),
      flowLpm: question.flowLpm * at(1),
      leakLpm: at(2),
      gasPpm: at(3),
    };
  });
}

/** A purge with everything that was not said in the middle of what is believed of it. */
export function likeliestPurge(question: PurgeQuestion): PurgedSpace {
  checkPurge(question);
  const { tanks, efficiency, leakLpm, gasPpm } = beliefOf(question);
  return {
    volumeL: spaceVolume(question.space) * (question.pace ?? 1),
    tanks: between(tanks, 0.5),
    flowLpm: question.flowLpm * between(efficiency, 0.5),
    leakLpm: between(leakLpm, 0.5),
    gasPpm: between(gasPpm, 0.5),
  };
}

const spreadBy = (
  spaces: readonly PurgedSpace[],
  figure: (space: PurgedSpace) => number,
): { median: number; range90: readonly [number, number] } => spreadOf(Float64Array.from(spaces, figure), spaces.length);

/**
 * How long a purge takes until the inside is clean, what it leaves by each habit, and where gas does not reach.
 * @param question see its fields; volumes from the runs' own sizes unless litres are said
 * @param seed of the samples of what is not known
 * @throws InputError naming every faulty field Source: tanks in series (Levenspiel, Chemical Reaction Engineering);
 * bound by laminar dispersion (Taylor 1953, Aris 1956); dead ends by diffusion. What N and leak are is an estimate.
 */
export function purge(question: PurgeQuestion, seed = 1): PurgeAnswer {
  checkPurge(question);
  const { space, flowLpm, targetPpm, minutes: wanted = [] } = question;
  const volumeL = spaceVolume(space);
  const belief = beliefOf(question);
  const spaces = spacesOf(question, belief, volumeL, seed);
  const waits = spaces.map((one) => minutesTo(one, targetPpm) ?? Infinity);
  const reached = waits.filter(Number.isFinite).length;
  const chance = reached / spaces.length;
  const reachable = chance > 0.5 || (spaces.length === 1 && reached === 1);
  const ordered = [...waits].sort((a, b) => a - b);
  const steady = spreadBy(spaces, steadyPpm);
  const time = reachable ? openSpread(ordered) : null;
  const pockets = (space.pocketsMm ?? []).map((depthMm) => ({
    depthMm,
    timeConstantS: pocketTimeConstant(depthMm),
    minutes: pocketMinutes(depthMm, targetPpm),
  }));
  const levels = levelsOf(spaces, wanted);
  return {
    volumeL,
    reachable,
    chance,
    steadyPpm: steady.median,
    minutes: time,
    gasL: time && time.median * flowLpm,
    levels,
    pockets,
    habits: habitsOf(question, volumeL, spaces, time),
    mostTanks: belief.mostTanks,
    reasons: reasonsOf(question, { belief, volumeL, chance, reachable, steady: steady.median, time, pockets }),
  };
}

const levelsOf = (spaces: readonly PurgedSpace[], wanted: readonly number[]): PurgeAnswer['levels'] =>
  wanted.map((minutes) => {
    const { median, range90 } = spreadBy(spaces, (one) => levelAfter(one, minutes));
    return { minutes, ppm: median, range90 };
  });

/** The levels of `purge` alone, for a curve. @throws InputError as `purge` */
export function purgeLevels(question: PurgeQuestion, seed = 1): PurgeAnswer['levels'] {
  checkPurge(question);
  const spaces = spacesOf(question, beliefOf(question), spaceVolume(question.space), seed);
  return levelsOf(spaces, question.minutes ?? []);
}

/** Median and range of waits in rising order, of which the last ones may never end. */
function openSpread(ordered: readonly number[]): OpenSpread {
  const finite = ordered.filter(Number.isFinite);
  const { median, range90 } = spreadOf(Float64Array.from(finite), finite.length);
  const last = ordered[Math.round(0.95 * (ordered.length - 1))] as number;
  if (finite.length === ordered.length) return { median, range90 };
  return {
    median: ordered[Math.floor((ordered.length - 1) / 2)] as number,
    range90: [range90[0], Number.isFinite(last) ? last : null],
  };
}

function habitsOf(
  { flowLpm, targetPpm }: PurgeQuestion,
  volumeL: number,
  spaces: readonly PurgedSpace[],
  time: OpenSpread | null,
): readonly PurgeHabit[] {
  const after = (habit: PurgeHabit['habit'], title: string, minutes: number): PurgeHabit => {
    const { median, range90 } = spreadBy(spaces, (one) => levelAfter(one, minutes));
    return { habit, title, minutes, leftPpm: median, range90 };
  };
  const { fixedMinutes, volumeChanges } = data.habits;
  const settled = spreadBy(spaces, steadyPpm);
  return [
    after('fixed-minutes', `${fixedMinutes} minutes`, fixedMinutes),
    after('volume-changes', `${volumeChanges} changes of volume`, (volumeChanges * volumeL) / flowLpm),
    // Who has a meter goes on until it says so, whatever the prediction was.
    time
      ? {
          habit: 'meter',
          title: 'a meter in the vent',
          minutes: time.median,
          leftPpm: targetPpm,
          range90: [targetPpm, targetPpm],
        }
      : {
          habit: 'meter',
          title: 'a meter in the vent',
          minutes: null,
          leftPpm: settled.median,
          range90: settled.range90,
        },
  ];
}

const short = (value: number): string => String(Number(value.toPrecision(3)));

function reasonsOf(
  { targetPpm, flowLpm, feed = 'middle', space, tanks }: PurgeQuestion,
  found: {
    readonly belief: PurgeBelief;
    readonly volumeL: number;
    readonly chance: number;
    readonly reachable: boolean;
    readonly steady: number;
    readonly time: OpenSpread | null;
    readonly pockets: PurgeAnswer['pockets'];
  },
): readonly string[] {
  const { belief, volumeL, chance, reachable, steady, time, pockets } = found;
  const reasons: string[] = [
    `${short(volumeL)} L inside at ${short(flowLpm)} L/min: a change of volume every ${short(volumeL / flowLpm)} min.`,
  ];
  if (tanks === undefined)
    reasons.push(
      space.branched
        ? 'A vessel, a tee or a short fitting mixes, and part of the flow runs straight to the vent.'
        : `${data.feeds[feed].title}: ${data.feeds[feed].words}.`,
    );
  if (!reachable)
    reasons.push(
      steady >= targetPpm
        ? `Not reachable: with this leak and gas it settles at ${short(steady)} ppm, above ${short(targetPpm)}. ` +
            'Close the openings, use cleaner gas or more flow.'
        : `Not reachable with any confidence: in ${Math.round(100 * (1 - chance))} of 100 cases it settles above ` +
            `${short(targetPpm)} ppm.`,
    );
  else if (chance < 1)
    reasons.push(`In ${Math.round(100 * (1 - chance))} of 100 cases it settles above the target: only a meter tells.`);
  const deep = pockets.filter(({ minutes }) => minutes > (time?.range90[1] ?? time?.median ?? 0));
  for (const { depthMm, minutes } of deep)
    reasons.push(
      `A dead end of ${short(depthMm)} mm empties by diffusion alone, in ${short(minutes)} min: put a vent into it.`,
    );
  if (belief.mostTanks !== null && tanks === undefined && belief.mostTanks < 2)
    reasons.push('The run is short or wide: gas spreads along it and the air is not pushed out as a plug.');
  return reasons;
}
