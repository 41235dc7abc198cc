import 'fake-indexeddb/auto';
import { forgetReckoned, ReckonedAnswers } from './reckoned-answers';

/** Asks, and says whether it was reckoned for that. What is asked after a write is answered by the browser after it. */
async function ask(answers: ReckonedAnswers, ...asked: unknown[]): Promise<readonly [unknown, boolean]> {
  let reckoned = false;
  const answer = await answers.of(asked, () => {
    reckoned = true;
    return { of: asked };
  });
  return [answer, reckoned];
}

afterEach(forgetReckoned);

test('what was asked before is answered as it was, on the next page too; anything else is reckoned', async () => {
  const page = new ReckonedAnswers('one');
  expect(await ask(page, 'choose', { thicknessMm: 2 }, 1)).toEqual([{ of: ['choose', { thicknessMm: 2 }, 1] }, true]);
  expect(await ask(page, 'choose', { thicknessMm: 2 }, 1)).toEqual([{ of: ['choose', { thicknessMm: 2 }, 1] }, false]);
  expect((await ask(new ReckonedAnswers('one'), 'choose', { thicknessMm: 2 }, 1))[1]).toBe(false);
  expect((await ask(page, 'choose', { thicknessMm: 3 }, 1))[1]).toBe(true);
  expect((await ask(page, 'choose', { thicknessMm: 2 }, 2))[1]).toBe(true);
  expect((await ask(page, 'choose-first', { thicknessMm: 2 }, 1))[1]).toBe(true);
  // Another program may say something else.
  expect((await ask(new ReckonedAnswers('two'), 'choose', { thicknessMm: 2 }, 1))[1]).toBe(true);
});

test('a question that cannot be answered is asked anew each time', async () => {
  const page = new ReckonedAnswers('one');
  const refused = (): Promise<never> =>
    page.of(['choose'], () => {
      throw new Error('give a thickness');
    });
  await expect(refused()).rejects.toThrow('give a thickness');
  await expect(refused()).rejects.toThrow('give a thickness');
});

test('forgotten is forgotten, and the oldest go when there are very many', async () => {
  const page = new ReckonedAnswers('one');
  await ask(page, 'a');
  await forgetReckoned();
  expect((await ask(page, 'a'))[1]).toBe(true);
  for (let number = 0; number < 205; number++) await page.of(['b', number], () => number);
  expect((await ask(page, 'b', 204))[1]).toBe(false);
  expect((await ask(page, 'a'))[1]).toBe(true);
});
