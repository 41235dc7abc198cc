import type { JobDetail } from '@variatum/contracts';
import { habitsOf, seamProblem, SeededRandom } from '@variatum/metallurgy';
import { keptReckoning, roomsOf, type Rooms } from '../checks';
import { wholePlan, type KeptResults, type PlanInput, type WholePlan } from '../plan';
import { attempted, keptOrder } from '../questions';
import { randomJob, type JobKind } from './random-job';
import { stamp } from './records';

/** Draws of a choice: what must agree does so however rough it is. */
const SAMPLES = 16;
/** Share of joints an order is chosen for. */
const CHOSEN = 0.5;

/** Chooses one of the usual orders for some joints. */
function withOrders(job: JobDetail, whole: WholePlan, random: SeededRandom): JobDetail {
  const chosen = new Map(
    whole.joints.flatMap(({ facts: { joint, leader }, question }) => {
      if (!question || joint !== leader || random.next() > CHOSEN) return [];
      const habits = attempted(() => habitsOf(seamProblem(question))) ?? [];
      const habit = habits[random.below(habits.length)];
      if (!habit) return [];
      const { id, title, runs } = habit;
      const plan = { id, title, lengthMm: question.lengthMm, runs: [...runs] };
      return [[joint.id, keptOrder({ ...leader.seamOrder, plan })] as const];
    }),
  );
  return {
    ...job,
    joints: job.joints.map((joint) => ({ ...joint, seamOrder: chosen.get(joint.id) ?? joint.seamOrder })),
  };
}

/** A drawn job as its plan is asked, with all that was reckoned for it. */
export interface DrawnPlan {
  readonly input: PlanInput;
  readonly results: KeptResults;
  /** Milliseconds a plan took with nothing kept, and with all of it. */
  readonly coldMs: number;
  readonly keptMs: number;
}

/** Draws a job of a kind and makes its plan; the same seed draws the same. */
export function drawnPlan(kind: JobKind, seed: number): DrawnPlan {
  const { job, workshop } = randomJob(kind, seed);
  const { reckoning, results } = keptReckoning(SAMPLES, 1);
  const input = { job, workshop, seed: 1, asOf: stamp };
  const began = performance.now();
  const first = wholePlan(input, reckoning);
  const coldMs = performance.now() - began;
  const ordered = { ...input, job: withOrders(job, first, new SeededRandom(seed)) };
  wholePlan({ ...ordered, results }, reckoning);
  const again = performance.now();
  wholePlan({ ...ordered, results }, null);
  return { input: ordered, results, coldMs, keptMs: performance.now() - again };
}

/** What all rooms of a drawn job show. */
export const drawnRooms = ({ input, results }: DrawnPlan): Rooms => roomsOf(input, results);
