import { saveWords } from './state-words';

test('how saving stands is said with what waits, and Saved only where nothing does', () => {
  expect(saveWords('saved')).toBe('Saved');
  expect(saveWords('unable', 1)).toBe(
    'Not saved yet: the server cannot store anything just now. 1 entry waits here and will go by itself.',
  );
  expect(saveWords('not-known', 1)).toMatch(/^Not known whether it is saved: asking again\./);
  for (const state of ['unreachable', 'unable', 'not-known', 'busy', 'unknown-person'] as const) {
    expect(saveWords(state, 3)).toMatch(/^Not .* 3 entries wait here/);
    expect(saveWords(state, 3)).not.toContain('Saved');
  }
  for (const state of ['saving', 'conflict', 'refused'] as const) expect(saveWords(state)).not.toMatch(/^Saved/);
});
