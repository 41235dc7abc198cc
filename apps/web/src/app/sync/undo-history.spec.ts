import { UndoHistory } from './undo-history';

test('takes steps back newest first, says what it would take back, and taking back is no step', () => {
  const history = new UndoHistory();
  const undone: string[] = [];
  const push = (words: string): void =>
    history.push(words, () => {
      undone.push(words);
      // As a store would: what undoes is a change too.
      push(`undo of ${words}`);
    });
  push('first');
  push('second');
  expect(history.next()).toBe('second');
  history.undo(() => undefined);
  expect(history.next()).toBe('first');
  history.undo(() => undefined);
  expect(undone).toEqual(['second', 'first']);
  expect(history.next()).toBeNull();
  history.undo(() => undefined);
  expect(undone).toHaveLength(2);
});

test('keeps at least the last twenty steps', () => {
  const history = new UndoHistory();
  const undone: number[] = [];
  for (let step = 0; step < 70; step++) history.push(`${step}`, () => undone.push(step));
  while (history.next() !== null) history.undo(() => undefined);
  expect(undone.length).toBeGreaterThanOrEqual(20);
  expect(undone[0]).toBe(69);
});

test('makes one step of a group and takes its parts back in turn, last first', () => {
  const history = new UndoHistory();
  const undone: string[] = [];
  history.push('alone', () => undone.push('alone'));
  history.group('together', () => {
    history.push('first', () => undone.push('first'));
    history.push('second', () => undone.push('second'));
  });
  history.group('nothing', () => undefined);
  expect(history.next()).toBe('together');
  history.undo(() => undefined);
  expect(undone).toEqual(['second', 'first']);
  expect(history.next()).toBe('alone');
});
