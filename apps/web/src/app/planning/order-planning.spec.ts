import { TestBed } from '@angular/core/testing';
import { NO_SEAM_ORDER } from '@variatum/contracts';
import { sideOf } from '@variatum/job';
import { aJob, aJoint, aTube, jobProviders, openJob, type OpenJob } from '../../testing/job-fixture';
import { AnswerService } from '../job/answer.service';
import { JobPlan } from '../job/job-plan';
import { PartAnswers } from '../job/part-answers.service';
import { ChillBars } from './chill-bars';
import { OrderPlanning } from './order-planning';
import { PurgePlanning } from './purge-planning';
import { SettingsPlanning } from './settings-planning';

const id = (end: string): string => `0198a6a0-0000-7000-8000-0000000000${end}`;
const [A, B, ONE] = ['a1', 'a2', 'b1'].map(id) as [string, string, string];
const tube = (id: string, position: number) => aTube(id, position, 2.77);
const pieces = [tube(A, 0), tube(B, 1)];
const joint = (more: object = {}) =>
  aJoint({ id: ONE, sides: [sideOf(A), sideOf(B)], joint: { type: 'square-butt' }, ...more });

let open: OpenJob;
let planning: OrderPlanning;
const begin = async (more: object = {}): Promise<void> => {
  TestBed.configureTestingModule({
    providers: [
      ...jobProviders(),
      AnswerService,
      PartAnswers,
      JobPlan,
      PurgePlanning,
      SettingsPlanning,
      OrderPlanning,
      ChillBars,
    ],
  });
  open = await openJob(aJob(pieces, { joints: [joint(more)] }));
  planning = TestBed.inject(OrderPlanning);
};

test('a joint of two tubes is a ring with a tube on either side', async () => {
  await begin();
  expect(planning.seam()).toMatchObject({
    kind: 'ring',
    closedInside: true,
    beyondMm: 0,
    sides: [
      { material: { grade: '316L' }, thicknessMm: 2.77, spread: 'straight', bothWays: false },
      { thicknessMm: 2.77 },
    ],
  });
  expect(planning.seam()!.lengthMm).toBeCloseTo(Math.PI * 60.3, 0);
  expect(planning.usualInterpassC()).toBe(175);
  expect(planning.letter(1)).toBe('B');
});

test('what is set otherwise counts, what cannot be taken is left out', async () => {
  await begin({ seamOrder: { ...NO_SEAM_ORDER, passes: 3, interpassC: 9999 } });
  expect(planning.passes()).toBe(3);
  planning.change({ passes: 99 });
  expect(planning.passes()).toBe(planning.usualPassCount());
  expect(open.store.job()?.joints[0]?.seamOrder.passes).toBe(99);
});

test('a bar that is pulled counts before it is kept', async () => {
  await begin({
    seamOrder: {
      ...NO_SEAM_ORDER,
      bars: [{ side: 0, distanceMm: 15, widthMm: 25, thicknessMm: 10, metal: 'copper', contact: 'clamped' }],
    },
  });
  const bars = TestBed.inject(ChillBars);
  bars.move({ index: 0, distanceMm: 6, settled: false });
  expect(bars.all()[0]!.distanceMm).toBe(6);
  expect(open.store.job()?.joints[0]?.seamOrder.bars[0]!.distanceMm).toBe(15);
  bars.move({ index: 0, distanceMm: 6, settled: true });
  expect(open.store.job()?.joints[0]?.seamOrder.bars[0]!.distanceMm).toBe(6);
});

test('a plan of another length of seam no longer holds, and it is said', async () => {
  const runs = [{ pass: 0, fromMm: 0, toMm: 100, person: 0 as const, restS: 0 }];
  const plan = { id: 'found', title: 'found by search', lengthMm: 100, runs };
  await begin({ seamOrder: { ...NO_SEAM_ORDER, plan } });
  expect(planning.chosen()).toBeNull();
  expect(planning.outdated()).toBe(true);
  planning.change({ plan: { ...plan, lengthMm: planning.seam()!.lengthMm } });
  expect(planning.chosen()).not.toBeNull();
  expect(planning.outdated()).toBe(false);
});
