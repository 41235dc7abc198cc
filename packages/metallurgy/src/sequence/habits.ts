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

/** What an order is called: cut short where no run may be long. */
const titled = ({ mostRunMm = null }: SeamProblem, title: string): string =>
  mostRunMm === null ? title : `${title}, in short beads`;

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

/** Runs of two people at once, each on their own half. */
const together = (stretches: readonly Stretch[]): readonly Turn[] => {
  const half = Math.ceil(stretches.length / 2);
  return stretches
    .slice(0, half)
    .flatMap((one, index) => [
      forward(one, 0),
      ...(stretches[index + half] ? [forward(stretches[index + half]!, 1)] : []),
    ]);
};

/** Usual orders of a ring: whole under the torch where it is turned, else up either side, quarters, eighths. */
function ringHabits(problem: SeamProblem): readonly Habit[] {
  const cut = (count: number): readonly Stretch[] => segmentsOf(problem, count);
  const habit = (id: string, title: string, turns: readonly Turn[]): Habit => ({
    id,
    title: titled(problem, title),
    runs: runsOf(problem, turns),
  });
  const [quarters, eighths] = [cut(4), cut(8)];
  const whole = habit(
    'onceRound',
    problem.mostRunMm ? 'once round' : 'once round, turned under the torch',
    cut(1).map((one) => forward(one)),
  );
  return [
    ...(problem.turns ? [whole] : []),
    habit('halves', 'two halves from the bottom up', halves(cut(2))),
    habit(
      'quarters',
      'quarters, opposite ones in turn',
      opposite(quarters).map((one) => forward(one)),
    ),
    habit(
      'opposite',
      'eighths, opposite ones in turn',
      opposite(eighths).map((one) => forward(one)),
    ),
    habit(
      'backStep',
      'back-step',
      eighths.map((one) => backward(one)),
    ),
    habit(
      'skip',
      'stitch and skip',
      skipping(eighths).map((one) => forward(one)),
    ),
    ...(problem.people === 2 ? [habit('twoPeople', 'two people on opposite sides', together(quarters))] : []),
  ];
}

/** Usual orders of a straight seam. A hand sets down after a length it can reach. */
function lineHabits(problem: SeamProblem): readonly Habit[] {
  const { lengthMm } = problem.shell;
  const { reachMm, backStepMm } = data.habits;
  const within = (count: number): number => Math.min(data.segments.most, Math.max(4, Math.round(count)));
  const habit = (id: string, title: string, turns: readonly Turn[]): Habit => ({
    id,
    title: titled(problem, title),
    runs: runsOf(problem, turns),
  });
  const long = segmentsOf(problem, within(lengthMm / reachMm));
  // What the hand reaches whole is welded straight through without setting down.
  const through = lengthMm > reachMm ? long : segmentsOf(problem, 1);
  const short = segmentsOf(problem, within(lengthMm / backStepMm));
  return [
    habit(
      'onceRound',
      'straight through',
      through.map((one) => forward(one)),
    ),
    habit('halves', 'from the middle out', halves(long)),
    habit(
      'quarters',
      'long lengths, far ones in turn',
      opposite(long).map((one) => forward(one)),
    ),
    habit(
      'opposite',
      'short lengths, far ones in turn',
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
    ...(problem.people === 2 ? [habit('twoPeople', 'two people on opposite sides', together(long))] : []),
  ];
}

/**
 * Usual orders of a seam, each as its runs from arc on to arc off.
 * @returns the usual one first: once round where a ring is turned, up its two halves where it stays, straight through
 */
export const habitsOf = (problem: SeamProblem): readonly Habit[] =>
  problem.shell.kind === 'ring' ? ringHabits(problem) : lineHabits(problem);
