import { TestBed } from '@angular/core/testing';
import { known } from '@variatum/metallurgy';
import { aJob, aPiece, jobProviders, openJob } from '../../testing/job-fixture';
import { AnswerService } from './answer.service';

const job = aJob(
  [
    aPiece({ id: 'a', grade: 'A36', thicknessMm: known(3) }),
    aPiece({ id: 'b', position: 1, form: 'tube', thicknessMm: known(3) }),
  ],
  { service: { environment: 'outdoor' } },
);

async function until(holds: () => boolean): Promise<void> {
  while (!holds()) {
    TestBed.tick();
    await new Promise((resolve) => setTimeout(resolve));
  }
}

test('an answer stands, names its next useful act, and follows a logged test', async () => {
  TestBed.configureTestingModule({ providers: [...jobProviders(), AnswerService] });
  const answers = TestBed.inject(AnswerService);
  expect(answers.best()).toBeNull();
  const { tests } = await openJob(job);

  await until(() => answers.settled() !== null && (answers.beliefs()['b']?.nextTests.length ?? 0) > 0);
  expect(answers.best()?.rod).not.toBeNull();
  expect(answers.sureness()).toBeGreaterThan(0);
  expect(answers.sureness()).toBeLessThanOrEqual(1);
  const before = answers.beliefs()['b']?.candidates[0];
  // An unknown tube against carbon steel: some test is worth its minutes, and it is one on the tube.
  expect(answers.enough()).toBe(false);
  expect(answers.nextTest()).toMatchObject({ piece: { id: 'b' }, test: { moves: expect.anything() as object } });

  tests.add('b', { test: 'analyser', reading: { Cr: 16.8, Ni: 10.2, Mo: 2.1, Mn: 1.5 } });
  await until(() => answers.beliefs()['b']?.candidates[0]?.grade.startsWith('316') ?? false);
  expect(before?.grade.startsWith('316')).toBe(false);

  answers.looked.set('ER312');
  expect(answers.current()?.rod).toBe('ER312');
  await until(() => answers.cloud()?.rod === 'ER312');
});
