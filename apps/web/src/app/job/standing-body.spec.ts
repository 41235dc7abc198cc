import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { aJob, aPiece, jobProviders, openJob } from '../../testing/job-fixture';
import { render } from '../../testing/render';
import { AnswerService } from './answer.service';
import { PartAnswers } from './part-answers.service';
import { StandingBody } from './standing-body';
import { FieldTestStore } from './stores';

const FALSE_WORDS = ['Enough', 'no risk above low', 'nearly everything', 'low'];

async function until(holds: () => boolean): Promise<void> {
  while (!holds()) {
    TestBed.tick();
    await new Promise((resolve) => setTimeout(resolve));
  }
}

test('with nothing tested and nothing known the first words say so, and a magnet is first', async () => {
  TestBed.configureTestingModule({
    providers: [...jobProviders(), AnswerService, PartAnswers, provideRouter([])],
  });
  const answers = TestBed.inject(AnswerService);
  const { tests } = await openJob(
    aJob([aPiece({ id: 'a', name: 'Plate one' }), aPiece({ id: 'b', position: 1, name: 'Plate two' })]),
  );
  await until(() => answers.settled() !== null && Object.keys(answers.beliefs()).length === 2);
  const { element, fixture } = await render(StandingBody, {});
  const text = (): string => element.textContent.replace(/\s+/g, ' ');
  expect(text()).toContain('A rod to begin with.');
  expect(text()).toMatch(/risk not known\s+nothing was tried on Plate one and Plate two yet/);
  expect(text()).toContain('Magnet on Plate one');
  expect(text()).toContain('How sure: not known yet.');
  for (const words of FALSE_WORDS) expect(text()).not.toContain(words);

  // One piece alone says nothing of the other.
  tests.add('a', { test: 'magnet', outcome: 'none', worked: 'soft' });
  await until(() => answers.untold().length === 1);
  await fixture.whenStable();
  expect(text()).toContain('A rod to begin with.');
  expect(text()).toContain('Magnet on Plate two');
  tests.add('b', { test: 'magnet', outcome: 'none', worked: 'soft' });
  await until(() => answers.untold().length === 0 && answers.settled() !== null);
  await fixture.whenStable();
  expect(text()).not.toContain('A rod to begin with.');
  expect(TestBed.inject(FieldTestStore)).toBe(tests);
});
