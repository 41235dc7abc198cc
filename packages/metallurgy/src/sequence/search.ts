import data from '../../data/sequence.json';
import { exp } from '../arithmetic';
import { SeededRandom } from '../chance';
import type { ArcRun } from '../heat';
import { habitsOf, runsOf, type Turn } from './habits';
import { PlanJudge, type Judgement } from './judge-plan';
import type { SeamProblem } from './seam-problem';
import { segmentCounts, segmentsOf } from './segments';

/** What an order is looked for by. */
export const ORDER_AIMS = ['time', 'pull', 'balance'] as const;
export type OrderAim = (typeof ORDER_AIMS)[number];

/** An order with what it comes to. */
export interface JudgedPlan {
  readonly id: string;
  readonly title: string;
  readonly runs: readonly ArcRun[];
  readonly judged: Judgement;
}

/** What was found. */
export interface OrderSearch {
  readonly best: JudgedPlan;
  /** Usual orders under the same limit. The first is once round, or straight through. */
  readonly habits: readonly JudgedPlan[];
  /** Plans no other beats in both minutes and pull, quickest first: what a minute buys. */
  readonly trade: readonly JudgedPlan[];
  readonly tries: number;
}

/** How good a plan is by an aim, beside once round: smaller is better. */
function costOf({ minutes, pull, runs }: Judgement, aim: OrderAim, than: Judgement): number {
  const time = minutes / Math.max(0.1, than.minutes);
  const pulled = pull.mm / Math.max(data.worth.smallPullMm, than.pull.mm);
  const { tooMuch, besides, balanceTime, mostTimes } = data.aims;
  // What the aim does not name may not get much worse than by habit.
  const over = (share: number, most: number): number => tooMuch * Math.max(0, share - most);
  const stops = data.stops.each * runs.length;
  if (aim === 'time') return time + over(pulled, 1) + besides * pulled + stops;
  if (aim === 'pull') return pulled + over(time, mostTimes) + besides * time + stops;
  return balanceTime * time + pulled + stops;
}

/** A plan under search: turns on segments. */
interface State {
  readonly count: number;
  readonly turns: readonly Turn[];
}

function shuffled<Item>(items: readonly Item[], random: SeededRandom): Item[] {
  const list = [...items];
  for (let index = list.length - 1; index > 0; index--) {
    const other = random.below(index + 1);
    [list[index], list[other]] = [list[other]!, list[index]!];
  }
  return list;
}

function started(problem: SeamProblem, count: number, random: SeededRandom): State {
  const turns = shuffled(segmentsOf(problem, count), random).map((stretch, index): Turn => ({
    stretch,
    backwards: random.next() < 0.5,
    person: problem.people === 2 && index % 2 === 1 ? 1 : 0,
  }));
  return { count, turns };
}

/** A neighbour of a plan: two segments change places, one is turned round, or a run of them is turned about. */
function moved({ count, turns }: State, random: SeededRandom): State {
  const next = [...turns];
  const one = random.below(next.length);
  const other = random.below(next.length);
  const kind = random.next();
  if (kind < 0.55) {
    const [a, b] = [next[one]!, next[other]!];
    // Who welds stays with the turn, so that both keep as much to do.
    next[one] = { ...b, person: a.person };
    next[other] = { ...a, person: b.person };
  } else if (kind < 0.85) next[one] = { ...next[one]!, backwards: !next[one]!.backwards };
  else {
    const [from, to] = [Math.min(one, other), Math.max(one, other)];
    const people = next.slice(from, to + 1).map(({ person }) => person);
    next.splice(
      from,
      to - from + 1,
      ...next
        .slice(from, to + 1)
        .reverse()
        .map((turn, index) => ({ ...turn, person: people[index]! })),
    );
  }
  return { count, turns: next };
}

/** Those no other beats in both minutes and pull, quickest first. */
export function tradeOf(plans: readonly JudgedPlan[]): readonly JudgedPlan[] {
  const sorted = [...plans].sort(
    (one, other) => one.judged.minutes - other.judged.minutes || one.judged.pull.mm - other.judged.pull.mm,
  );
  const kept: JudgedPlan[] = [];
  for (const plan of sorted) {
    const last = kept[kept.length - 1];
    if (!last || plan.judged.pull.mm < last.judged.pull.mm * 0.97) kept.push(plan);
  }
  return kept;
}

/**
 * Looks for an order that beats the usual ones: simulated annealing over order and direction of the segments, judged by
 * superposed heat and summed pulls, with a fixed budget. The same problem and seed give the same plan.
 * @param watch told the share done; answers false to stop, and what was found until then is the answer
 */
export function searchOrder(
  problem: SeamProblem,
  aim: OrderAim,
  seed: number,
  watch: (share: number) => boolean = () => true,
): OrderSearch {
  const judge = new PlanJudge(problem);
  const judged = (id: string, title: string, runs: readonly ArcRun[]): JudgedPlan => ({
    id,
    title,
    runs,
    judged: judge.judge(runs),
  });
  const habits = habitsOf(problem).map(({ id, title, runs }) => judged(id, title, runs));
  const than = habits[0]!.judged;
  const cost = (plan: JudgedPlan): number => costOf(plan.judged, aim, than);
  const counts = segmentCounts(problem);
  const budget = Math.floor(data.search.tries / counts.length);
  const seen: JudgedPlan[] = [...habits];
  let best = habits.reduce((one, other) => (cost(other) < cost(one) ? other : one));
  let tries = 0;
  const random = new SeededRandom(seed);
  for (const count of counts) {
    let state = started(problem, count, random);
    if (state.turns.length < 2) continue;
    let plan = judged('found', 'found', runsOf(problem, state.turns));
    for (let step = 0; step < budget; step++) {
      const heat = data.search.startHeat * (1 - step / budget) ** 2;
      const next = moved(state, random);
      const candidate = judged('found', 'found', runsOf(problem, next.turns));
      tries++;
      const rise = cost(candidate) - cost(plan);
      if (rise <= 0 || random.next() < exp(-rise / Math.max(1e-6, heat))) [state, plan] = [next, candidate];
      if (cost(candidate) < cost(best) - 1e-9) best = candidate;
      seen.push(candidate);
      if (step % 50 === 0) {
        if (!watch(tries / data.search.tries)) return { best, habits, trade: tradeOf(seen), tries };
        seen.splice(0, seen.length, ...tradeOf(seen));
      }
    }
  }
  return { best, habits, trade: tradeOf(seen), tries };
}
