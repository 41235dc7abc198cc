import data from '../../data/sequence.json';
import heatData from '../../data/heat.json';
import { findGrade } from '../catalogue';
import { InputError, type FieldError } from '../errors';
import {
  checkArc,
  simulateWeld,
  type ArcQuestion,
  type ChillBar,
  type Fineness,
  type RunRecord,
  type Welder,
} from '../heat';
import { HOLDS, type Hold, type SeamPull } from '../shrinkage';
import { checkBars, seamProblem, type SeamQuestion } from './seam-question';
import { searchOrder, type JudgedPlan, type OrderAim } from './search';
import type { SeamProblem } from './seam-problem';
import { tackLength, tackPlan } from './tack-plan';

/** A seam that is to be ordered, as it is asked about. */
export interface OrderQuestion {
  readonly ring?: { readonly outsideMm: number; readonly wallMm: number } | undefined;
  readonly seam?: { readonly lengthMm: number; readonly thicknessMm: number } | undefined;
  readonly grade: string;
  readonly passes: number;
  readonly arc: ArcQuestion;
  /** Most a run of a later pass may meet, °C; null or left out: no limit. */
  readonly interpassC?: number | null | undefined;
  /** Number of tacks; left out: by size and mix. */
  readonly tacks?: number | undefined;
  readonly people?: 1 | 2 | undefined;
  readonly chillBars?: readonly ChillBar[] | undefined;
  readonly aim?: OrderAim | undefined;
  readonly hold?: Hold | undefined;
  /** Metal on each side of the seam, mm. */
  readonly reachMm?: number | undefined;
}

/**
 * A run of the plan. Degrees clockwise from the top of a ring, mm along a seam; `to` below `from` runs the other way.
 */
export interface OrderStep {
  readonly pass: number;
  readonly from: number;
  readonly to: number;
  readonly startS: number;
  readonly endS: number;
  /** From the end of what this person welded before to its start, s. */
  readonly pauseS: number;
  readonly person: Welder;
  /** Mean temperature of the metal it was about to cover, °C. */
  readonly metC: number;
}

/** What an order comes to, simulated. */
export interface OrderFigures {
  readonly title: string;
  readonly minutes: number;
  readonly peakInterpassC: number | null;
  readonly pull: { readonly mm: number; readonly towards: number };
}

/** An order that was found, beside the usual ones under the same limit. */
export interface OrderAnswer extends OrderFigures {
  readonly tacks: readonly { readonly at: number; readonly lengthMm: number }[];
  readonly plan: readonly OrderStep[];
  readonly against: Readonly<Record<string, OrderFigures>>;
  /** What a minute buys: plans no other beats in both, by the fast judge. */
  readonly trade: readonly { readonly minutes: number; readonly pullMm: number }[];
  readonly reasons: readonly string[];
}

type Range = readonly [number, number];

function check(question: OrderQuestion): void {
  const errors: FieldError[] = [];
  const within = (value: number | undefined, [low, high]: Range, path: readonly string[], unit: string): void => {
    if (value !== undefined && !(value >= low && value <= high))
      errors.push({ path, message: `give ${low} to ${high} ${unit}` });
  };
  const { ring, seam, grade, passes, arc, interpassC, tacks, chillBars = [], reachMm } = question;
  if (!ring === !seam) errors.push({ path: [], message: 'give a ring or a seam, one of the two' });
  if (ring) {
    within(ring.outsideMm, [6, 3000], ['ring', 'outsideMm'], 'mm');
    if (!(ring.wallMm >= 0.5 && ring.wallMm * 2 < ring.outsideMm))
      errors.push({ path: ['ring', 'wallMm'], message: 'give a wall from 0.5 mm that leaves a bore' });
  }
  if (seam) {
    within(seam.lengthMm, [20, 5000], ['seam', 'lengthMm'], 'mm');
    within(seam.thicknessMm, [0.5, 40], ['seam', 'thicknessMm'], 'mm');
  }
  if (!findGrade(grade)) errors.push({ path: ['grade'], message: `"${grade}" is not in the catalogue` });
  if (!(Number.isInteger(passes) && passes >= 1 && passes <= 12))
    errors.push({ path: ['passes'], message: 'give 1 to 12 passes' });
  checkArc(arc, ['arc'], errors);
  within(interpassC ?? undefined, [40, 500], ['interpassC'], '°C');
  if (tacks !== undefined && !(Number.isInteger(tacks) && tacks >= 0 && tacks <= 60))
    errors.push({ path: ['tacks'], message: 'give 0 to 60 tacks' });
  within(reachMm, [10, 2000], ['reachMm'], 'mm');
  checkBars(chillBars, ['chillBars'], errors);
  if (errors.length > 0) throw new InputError(errors);
}

const USUAL_REACH_MM = 120;
const BEYOND_MM = 20;

/** Tacks as they are asked for, or as usual. */
function tacksOf({ ring, seam, tacks }: OrderQuestion): OrderAnswer['tacks'] {
  const thicknessMm = ring?.wallMm ?? seam!.thicknessMm;
  const lengthMm = ring ? Math.PI * (ring.outsideMm - ring.wallMm) : seam!.lengthMm;
  const planned = tackPlan({ seamMm: lengthMm, closed: ring !== undefined }, thicknessMm, false)!;
  const count = tacks ?? planned.count;
  const places =
    count === planned.count
      ? planned.at
      : Array.from({ length: count }, (_, index) =>
          ring ? (360 * index) / count : (lengthMm * (index + 0.5)) / count,
        );
  return places.map((at) => ({ at, lengthMm: tackLength(thicknessMm) }));
}

/** A seam between two pieces alike, from what was asked. */
function seamQuestion(question: OrderQuestion): SeamQuestion {
  const {
    ring,
    seam,
    grade,
    passes,
    arc,
    interpassC = null,
    people = 1,
    hold = HOLDS[0],
    reachMm = USUAL_REACH_MM,
    chillBars = [],
  } = question;
  const thicknessMm = ring?.wallMm ?? seam!.thicknessMm;
  const side = { material: { grade }, thicknessMm, reachMm, spread: 'straight', bothWays: false } as const;
  return {
    kind: ring ? 'ring' : 'line',
    lengthMm: ring ? Math.PI * (ring.outsideMm - ring.wallMm) : seam!.lengthMm,
    beyondMm: ring ? 0 : BEYOND_MM,
    closedInside: ring !== undefined,
    sides: [side, side],
    passes,
    arcs: [arc],
    interpassC,
    people,
    hold,
    tackMm: tacksOf(question).reduce((sum, { lengthMm }) => sum + lengthMm, 0),
    outOfReach: [],
    turns: true,
    left: [],
    fixed: [],
    bars: chillBars,
  };
}

/**
 * Coarse enough that an order is simulated in a fraction of a second: waits differ from the fine grid's by a few
 * percent.
 */
const COARSE: Fineness = heatData.simulation.coarse;

/** Simulates an order. */
function confirmed(
  problem: SeamProblem,
  plan: Pick<JudgedPlan, 'runs'>,
  bars: readonly ChillBar[],
): { readonly runs: readonly RunRecord[]; readonly minutes: number; readonly peakInterpassC: number | null } {
  const { shell, arcs, interpassC, everyRunC, moveS, ambientC } = problem;
  const history = simulateWeld({
    shell,
    plan: { runs: plan.runs, arcs, interpassC, everyRunC, moveS },
    startC: ambientC,
    ambientC,
    surface: 'tinted',
    bars,
    cover: { cupMm: 12, trailingMm: 0, postFlowS: 0 },
    windows: [
      [550, 850],
      [550, 850],
    ],
    watchS: 0,
    frames: 0,
    fineness: COARSE,
    arcStepS: heatData.simulation.coarse.arcStepS,
  });
  return { runs: history.runs, minutes: history.weldedS / 60, peakInterpassC: history.peakInterpassC };
}

/**
 * Looks for the order of a seam: the fast judge searches, the simulation confirms what it found and what it is held
 * against.
 * @param seed the same seed gives the same plan
 * @throws InputError naming every faulty field
 */
export function order(question: OrderQuestion, seed = 1): OrderAnswer {
  check(question);
  const problem = seamProblem(seamQuestion(question));
  const { aim = 'balance', chillBars: bars = [] } = question;
  const found = searchOrder(problem, aim, seed);
  const unit = problem.shell.kind === 'ring' ? 360 / problem.shell.lengthMm : 1;
  const figures = (plan: JudgedPlan, title: string): OrderFigures => {
    const { minutes, peakInterpassC } = confirmed(problem, plan, bars);
    return { title, minutes, peakInterpassC, pull: pullOf(plan.judged.pull) };
  };
  const against: Record<string, OrderFigures> = {};
  for (const habit of found.habits) against[habit.id] = figures(habit, habit.title);
  const best = confirmed(problem, found.best, bars);
  const once = against['onceRound']!;
  const answer = { minutes: best.minutes, pull: pullOf(found.best.judged.pull) };
  return {
    title: found.best.id === 'found' ? 'found by search' : found.best.title,
    tacks: tacksOf(question),
    plan: stepsOf(best.runs, unit),
    ...answer,
    peakInterpassC: best.peakInterpassC,
    against,
    trade: found.trade.map(({ judged }) => ({ minutes: judged.minutes, pullMm: judged.pull.mm })),
    reasons: reasonsOf(problem, answer, once),
  };
}

const pullOf = ({ mm, towards }: SeamPull): { readonly mm: number; readonly towards: number } => ({ mm, towards });

function stepsOf(runs: readonly RunRecord[], unit: number): readonly OrderStep[] {
  const ends = [0, 0];
  return [...runs]
    .sort((one, other) => one.startS - other.startS)
    .map(({ pass, fromMm, toMm, startS, endS, person, metC }) => {
      const pauseS = startS - (ends[person] ?? 0);
      ends[person] = endS;
      return { pass, from: fromMm * unit, to: toMm * unit, startS, endS, pauseS, person, metC };
    });
}

function reasonsOf(
  { shell, passes, interpassC }: SeamProblem,
  found: { readonly minutes: number; readonly pull: { readonly mm: number } },
  once: OrderFigures,
): readonly string[] {
  const habit = shell.kind === 'ring' ? 'once round' : 'straight through';
  const saved = 1 - found.minutes / once.minutes;
  const straighter = once.pull.mm > 0 ? 1 - found.pull.mm / once.pull.mm : 0;
  const { share, smallPullMm } = data.worth;
  const words =
    `${found.minutes.toFixed(1)} min and ${found.pull.mm.toFixed(2)} mm beside ${once.minutes.toFixed(1)} min and ` +
    `${once.pull.mm.toFixed(2)} mm ${habit}`;
  const better =
    straighter >= share || saved >= share
      ? `It beats ${habit}: ${words}.`
      : once.pull.mm < smallPullMm
        ? `Nothing helps much: ${habit} distorts ${once.pull.mm.toFixed(2)} mm only, and waits are what they are ` +
          `(${words}).`
        : `Not much better than ${habit}: ${words}.`;
  const waits =
    passes === 1
      ? 'One pass: nothing waits for the metal.'
      : interpassC === null
        ? 'No limit between passes was given: nothing waits for the metal.'
        : `Each run of a later pass waits until the metal it covers is below ${Math.round(interpassC)} °C.`;
  return [
    better,
    waits,
    'Distortion is ' +
      (shell.kind === 'ring'
        ? 'the tilt of the free end over 100 mm'
        : 'how much more one end shrinks than the other') +
      ', ' +
      'good to half either way; minutes are simulated.',
  ];
}
