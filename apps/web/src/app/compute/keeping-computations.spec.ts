import 'fake-indexeddb/auto';
import type { Computations } from './computations';
import { keeping } from './keeping-computations';
import { forgetReckoned, ReckonedAnswers } from './reckoned-answers';

afterEach(forgetReckoned);

test('what takes long is reckoned once, what is quick each time, and both say the same', async () => {
  const asked: string[] = [];
  const reckon = (name: string): never => asked.push(name) as never;
  const own = keeping({ run: reckon, follow: reckon } as unknown as Computations, new ReckonedAnswers('one'));
  const first = await own.run('choose', {} as never, 1);
  expect(await own.run('choose', {} as never, 1)).toBe(first);
  await own.follow('weld-heat', {} as never, 1, () => undefined);
  await own.follow('weld-heat', {} as never, 1, () => undefined);
  await own.run('settings', {} as never, 1);
  await own.run('settings', {} as never, 1);
  expect(asked).toEqual(['choose', 'weld-heat', 'settings', 'settings']);
});
