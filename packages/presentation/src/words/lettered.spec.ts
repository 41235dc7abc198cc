import { lettered } from '.';

test('pieces are called by their letters, at the start of a sentence too', () => {
  expect(lettered('If piece 1 is 304L: the back turns black.', ['A', 'C'])).toBe('If A is 304L: the back turns black.');
  expect(lettered('Piece 2: one test does not fit; piece 3 neither.', ['A', 'C'])).toBe(
    'C: one test does not fit; piece 3 neither.',
  );
  expect(lettered('Grind the piece 10 mm back.', ['A'])).toBe('Grind the piece 10 mm back.');
});
