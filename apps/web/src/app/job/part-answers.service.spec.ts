import { TestBed } from '@angular/core/testing';
import { known } from '@variatum/metallurgy';
import { aJob, aJoint, aPiece, jobProviders, openJob } from '../../testing/job-fixture';
import { AnswerService } from './answer.service';
import { PartAnswers } from './part-answers.service';
import { sideOf } from '@variatum/job';
import { PartSelection } from './stores';

const id = (end: string): string => `0198a6a0-0000-7000-8000-0000000000${end}`;
const piece = (end: string, position: number, grade: string) =>
  aPiece({ id: id(end), position, grade, thicknessMm: known(3) });
const job = aJob([piece('a1', 0, '304L'), piece('a2', 1, '316L'), piece('a3', 2, 'A36')], {
  joints: [
    aJoint({ id: id('b1'), sides: [sideOf(id('a1')), sideOf(id('a2'))] }),
    aJoint({ id: id('b2'), position: 1, sides: [sideOf(id('a2')), sideOf(id('a3'))] }),
    aJoint({ id: id('b3'), position: 2, sides: [sideOf(id('a1')), sideOf(id('a2'))], alikeTo: id('b1') }),
  ],
});

async function until(holds: () => boolean): Promise<void> {
  while (!holds()) {
    TestBed.tick();
    await new Promise((resolve) => setTimeout(resolve));
  }
}

test('every joint is answered for, and one rod for the whole part is weighed against a rod for each', async () => {
  TestBed.configureTestingModule({ providers: [...jobProviders(), AnswerService, PartAnswers] });
  const [answers, parts] = [TestBed.inject(AnswerService), TestBed.inject(PartAnswers)];
  await openJob(job);
  await until(() => parts.complete());
  // Two joints are planned; the third is alike to the first.
  expect(parts.outlooks().map(({ joint }) => joint.id)).toEqual([id('b1'), id('b2')]);
  const [stainless, mixed] = parts.outlooks().map(({ ranking }) => ranking[0]?.rod);
  expect(stainless).not.toBe(mixed);
  const plans = parts.plans();
  const each = plans.find(({ one }) => one === undefined);
  expect(each).toMatchObject({ rods: [stainless, mixed], extra: [0, 0] });
  // One rod for all costs something on the joint it is not the best for.
  expect(plans.find(({ one }) => one === mixed)?.extra[0]).toBeGreaterThan(0);
  expect(parts.worst()?.joint.id).toBe(id('b2'));

  TestBed.inject(PartSelection).joint.set(id('b2'));
  await until(() => answers.settled() !== null);
  expect(answers.best()?.rod).toBe(mixed);
  expect(parts.complete()).toBe(true);
});
