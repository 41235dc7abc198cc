import data from '../../data/sequence.json';
import type { ArcRun, Welder } from '../heat';
import type { Habit, SeamProblem, Stretch } from './seam-problem';
import { readyRuns } from './access';
import { accessOf, segmentsOf } from './segments';

/** A segment and which way it is welded. */
export interface Turn {
  readonly stretch: Stretch;
  readonly backwards: boolean;
  readonly person: Welder;
}

/** Runs of all passes where each pass goes through the same turns; a run the part is turned for waits for that. */
export function runsOf(problem: SeamProblem, turns: readonly Turn[]): readonly ArcRun[] {
  const { passes, fixed } = problem;
  const runs = Array.from({ length: passes }, (_, pass) => [
    ...(pass === 0 ? fixed : fixed.map((run) => ({ ...run, pass }))),
    ...turns.map(({ stretch: { fromMm, toMm }, backwards, person }): ArcRun => ({
      pass,
      fromMm: backwards ? toMm : fromMm,
      toMm: backwards ? fromMm : toMm,
      person,
      restS: 0,
    })),
  ]).flat();
  return readyRuns(accessOf(problem), runs);
}

const forward = (stretch: Stretch, person: Welder = 0): Turn => ({ stretch, backwards: false, person });
const backward = (stretch: Stretch, person: Welder = 0): Turn => ({ stretch, backwards: true, person });

/** Those of a row that stand far from one another first: opposite, then between. */
function opposite(stretches: readonly Stretch[]): readonly Stretch[] {
  const half = Math.ceil(stretches.length / 2);
  return stretches
    .slice(0, half)
    .flatMap((one, index) => [one, ...(stretches[index + half] ? [stretches[index + half]!] : [])]);
}

/** Every other one, then those between. */
const skipping = (stretches: readonly Stretch[]): readonly Stretch[] => [
  ...stretches.filter((_, index) => index % 2 === 0),
  ...stretches.filter((_, index) => index % 2 === 1),
];

/** A ring from the bottom up on one side, then on the other; a line from its middle to either end. */
function halves(stretches: readonly Stretch[]): readonly Turn[] {
  const half = Math.ceil(stretches.length / 2);
  return [
    ...stretches
      .slice(0, half)
      .reverse()
      .map((one) => backward(one)),
    ...stretches.slice(half).map((one) => forward(one)),
  ];
}

/**
 * Usual orders of a seam, each as its runs. A hand sets down after a quarter of a ring, or a length it can reach: so
 * far apart are the places where the metal is felt, whatever the order.
 * @returns once round, or straight through, first
 */
export function habitsOf(problem: SeamProblem): readonly Habit[] {
  const { kind, lengthMm } = problem.shell;
  const ring = kind === 'ring';
  const { reachMm, backStepMm } = data.habits;
  const within = (count: number): number => Math.min(data.segments.most, Math.max(4, Math.round(count)));
  const long = segmentsOf(problem, ring ? 4 : within(lengthMm / reachMm));
  // What the hand reaches whole is welded straight through without setting down.
  const through = ring || lengthMm > reachMm ? long : segmentsOf(problem, 1);
  const short = segmentsOf(problem, ring ? 8 : within(lengthMm / backStepMm));
  const habit = (id: string, title: string, turns: readonly Turn[]): Habit => ({
    id,
    title,
    runs: runsOf(problem, turns),
  });
  const list = [
    habit(
      'onceRound',
      ring ? 'once round' : 'straight through',
      through.map((one) => forward(one)),
    ),
    habit('halves', ring ? 'halves from the bottom up' : 'from the middle out', halves(long)),
    habit(
      'quarters',
      ring ? 'quarters, opposite ones in turn' : 'long lengths, far ones in turn',
      opposite(long).map((one) => forward(one)),
    ),
    habit(
      'opposite',
      ring ? 'eighths, opposite ones in turn' : 'short lengths, far ones in turn',
      opposite(short).map((one) => forward(one)),
    ),
    habit(
      'backStep',
      'back-step',
      short.map((one) => backward(one)),
    ),
    habit(
      'skip',
      'stitch and skip',
      skipping(short).map((one) => forward(one)),
    ),
  ];
  if (problem.people === 2) {
    const half = Math.ceil(long.length / 2);
    const pairs = long
      .slice(0, half)
      .flatMap((one, index) => [forward(one, 0), ...(long[index + half] ? [forward(long[index + half]!, 1)] : [])]);
    list.push(habit('twoPeople', 'two people on opposite sides', pairs));
  }
  return list;
}
