import { Turns } from './turns';

/** Work that ends when told to. */
function work(): { run: () => Promise<string>; end: () => void; readonly started: boolean } {
  let end = (): void => undefined;
  let started = false;
  const done = new Promise<string>((resolve) => (end = () => resolve('done')));
  return {
    run: () => {
      started = true;
      return done;
    },
    end: () => end(),
    get started() {
      return started;
    },
  };
}
const settle = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

test('only so much runs at once, and what ends lets the next one in', async () => {
  const turns = new Turns(1, 10);
  const [first, second] = [work(), work()];
  const results = [turns.take('a', first.run), turns.take('a', second.run)];
  await settle();
  expect([first.started, second.started]).toEqual([true, false]);
  first.end();
  await settle();
  expect(second.started).toBe(true);
  second.end();
  await expect(Promise.all(results)).resolves.toEqual(['done', 'done']);
});

test('owners take turns: one who asks for much does not hold up one who asks for little', async () => {
  const turns = new Turns(1, 20);
  const order: string[] = [];
  const all = ['a', 'a', 'a', 'a', 'b', 'c'].map((owner, index) =>
    turns.take(owner, async () => {
      order.push(`${owner}${index}`);
      await settle();
    }),
  );
  await Promise.all(all);
  expect(order).toEqual(['a0', 'b4', 'c5', 'a1', 'a2', 'a3']);
});

test('a full line says so, and when to come again', async () => {
  const turns = new Turns(1, 1);
  const running = work();
  const held = turns.take('a', running.run);
  const waiting = turns.take('b', () => Promise.resolve('b'));
  await expect(turns.take('c', () => Promise.resolve('c'))).rejects.toMatchObject({
    problem: { status: 503 },
    headers: { 'Retry-After': expect.stringMatching(/^\d+$/) as string },
  });
  running.end();
  await expect(Promise.all([held, waiting])).resolves.toEqual(['done', 'b']);
});

test('one who no longer waits leaves the line; what fails lets the next one in', async () => {
  const turns = new Turns(1, 10);
  const running = work();
  const held = turns.take('a', running.run);
  const gone = new AbortController();
  const left = turns.take('b', () => Promise.resolve('never'), gone.signal);
  const after = turns.take('c', () => Promise.reject(new Error('broken')));
  const last = turns.take('d', () => Promise.resolve('d'));
  gone.abort(new Error('left'));
  await expect(left).rejects.toThrow('left');
  running.end();
  await held;
  await expect(after).rejects.toThrow('broken');
  await expect(last).resolves.toBe('d');
});
