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

/** How a seam is cut for its usual orders, and what they are called there. */
interface HabitCuts {
  /** Straight through; left out where that cannot be. */
  readonly through: readonly Stretch[] | null;
  readonly halved: readonly Stretch[];
  readonly long: readonly Stretch[];
  readonly short: readonly Stretch[];
  readonly titles: {
    readonly through: string;
    readonly halves: string;
    readonly long: string;
    readonly short: string;
  };
}

/** A ring: whole under the torch where it is turned, else up either side, quarters, eighths. */
const ringCuts = (problem: SeamProblem): HabitCuts => ({
  through: problem.turns ? segmentsOf(problem, 1) : null,
  halved: segmentsOf(problem, 2),
  long: segmentsOf(problem, 4),
  short: segmentsOf(problem, 8),
  titles: {
    through: problem.mostRunMm ? 'once round' : 'once round, turned under the torch',
    halves: 'two halves from the bottom up',
    long: 'quarters, opposite ones in turn',
    short: 'eighths, opposite ones in turn',
  },
});

/** A straight seam: a hand sets down after a length it can reach. */
function lineCuts(problem: SeamProblem): HabitCuts {
  const { lengthMm } = problem.shell;
  const { reachMm, backStepMm } = data.habits;
  const within = (count: number): number => Math.min(data.segments.most, Math.max(4, Math.round(count)));
  const long = segmentsOf(problem, within(lengthMm / reachMm));
  return {
    // What the hand reaches whole is welded straight through without setting down.
    through: lengthMm > reachMm ? long : segmentsOf(problem, 1),
    halved: long,
    long,
    short: segmentsOf(problem, within(lengthMm / backStepMm)),
    titles: {
      through: 'straight through',
      halves: 'from the middle out',
      long: 'long lengths, far ones in turn',
      short: 'short lengths, far ones in turn',
    },
  };
}

/**
 * Usual orders of a seam, each as its runs from arc on to arc off.
 * @returns the usual one first: once round where a ring is turned, up its two halves where it stays, straight through
 */
export function habitsOf(problem: SeamProblem): readonly Habit[] {
  const { through, halved, long, short, titles } =
    problem.shell.kind === 'ring' ? ringCuts(problem) : lineCuts(problem);
  const habit = (id: string, title: string, turns: readonly Turn[]): Habit => ({
    id,
    title: titled(problem, title),
    runs: runsOf(problem, turns),
  });
  const onward = (id: string, title: string, stretches: readonly Stretch[]): Habit =>
    habit(
      id,
      title,
      stretches.map((one) => forward(one)),
    );
  return [
    ...(through ? [onward('onceRound', titles.through, through)] : []),
    habit('halves', titles.halves, halves(halved)),
    onward('quarters', titles.long, opposite(long)),
    onward('opposite', titles.short, opposite(short)),
    habit(
      'backStep',
      'back-step',
      short.map((one) => backward(one)),
    ),
    onward('skip', 'stitch and skip', skipping(short)),
    ...(problem.people === 2 ? [habit('twoPeople', 'two people on opposite sides', together(long))] : []),
  ];
}
