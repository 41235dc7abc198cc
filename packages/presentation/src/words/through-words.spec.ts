import { throughWords } from './through-words';

const LETTERS = new Map([
  ['1', 'A'],
  ['2', 'B'],
]);
const pass = (shouldComeThrough: boolean, first: number, second: number) => ({
  shouldComeThrough,
  meltsThrough: [
    { piece: '1', probability: first },
    { piece: '2', probability: second },
  ],
});

test('names the side that melts through and should not, and the root that stays short', () => {
  expect(throughWords(pass(false, 0.02, 0.34), LETTERS)).toBe(
    'Melts through B in 34 of 100 beads: less current, or quicker.',
  );
  expect(throughWords(pass(false, 0.02, 0.1), LETTERS)).toBeNull();
  expect(throughWords(pass(true, 0.02, 0.1), LETTERS)).toContain('comes through in 10 of 100 beads only');
  expect(throughWords(pass(true, 0.02, 0.8), LETTERS)).toBeNull();
  expect(throughWords({ shouldComeThrough: true, meltsThrough: [] }, LETTERS)).toBeNull();
});
