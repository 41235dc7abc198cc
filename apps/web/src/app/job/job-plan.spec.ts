import { TestBed } from '@angular/core/testing';
import type { JobDetail } from '@variatum/contracts';
import { sideOf, type OrderAsked } from '@variatum/job';
import { judgeOrder } from '@variatum/metallurgy';
import { of } from 'rxjs';
import { aJob, aJoint, aTube, jobProviders, openJob } from '../../testing/job-fixture';
import { planWith } from '../../testing/planned-job';
import { ComputeService } from '../compute/compute.service';
import { JobPlan } from './job-plan';

const id = (end: string): string => `0198a6a0-0000-7000-8000-0000000000${end}`;
const [A, B, ONE, TWO] = ['a1', 'a2', 'b1', 'b2'].map(id) as [string, string, string, string];
const tube = (id: string, position: number) => aTube(id, position, 4);
const joint = (own: string, position: number, more: object = {}) =>
  aJoint({ id: own, position, sides: [sideOf(A), sideOf(B)], joint: { type: 'bevel' }, ...more });
const job = (fields: Partial<JobDetail> = {}): JobDetail =>
  aJob([tube(A, 0), tube(B, 1)], { joints: [joint(ONE, 0), joint(TWO, 1, { alikeTo: ONE })], ...fields });

async function planned(of_: JobDetail) {
  const asked: OrderAsked[] = [];
  TestBed.configureTestingModule({
    providers: [
      ...jobProviders(),
      {
        provide: ComputeService,
        useValue: { judgeOrder: (order: OrderAsked) => (asked.push(order), of(judgeOrder(order))) },
      },
      planWith('ER316L'),
    ],
  });
  const opened = await openJob(of_);
  const plan = TestBed.inject(JobPlan);
  TestBed.tick();
  await Promise.resolve();
  TestBed.tick();
  return { ...opened, plan, asked };
}

test('one plan holds for joints alike, and what takes long is asked once and waited for', async () => {
  const { plan, asked } = await planned(job());
  const [one, two] = plan.plan()!.joints;
  expect([one?.rod.used, two?.rod.used, two?.alikeTo]).toEqual(['ER316L', 'ER316L', ONE]);
  expect(one?.passes.map(({ kind }) => kind)).toEqual(['root', 'cap']);
  // Both rings are the same seam welded the same way: what it comes to is one answer.
  expect(asked).toHaveLength(1);
  expect(plan.plan()?.steps.some((step) => step.do === 'rest')).toBe(true);
  expect(plan.whole()?.unanswered.orders).toEqual([]);
});

test('a change of the job is in the plan at once, in every room', async () => {
  const { plan, joints } = await planned(job());
  const usual = plan.plan()!.joints[0]!.tacks!.amps;
  joints.change(ONE, { settings: { root: { amps: 90 } } });
  expect(plan.plan()?.joints.map(({ passes }) => passes[0]?.amps.median)).toEqual([90, 90]);
  expect(plan.shown()?.question?.arcs[0]?.amps).toBe(90);
  // Tacks move with the root.
  expect(plan.plan()!.joints[0]!.tacks!.amps).toBeGreaterThan(usual);
});

test('a job without a joint is prepared, and no arc is struck', async () => {
  const { plan } = await planned(job({ joints: [] }));
  expect([plan.plan()?.joints, plan.shown()]).toEqual([[], null]);
  expect(new Set(plan.plan()?.steps.map((step) => step.do))).toEqual(new Set(['prepare']));
});
