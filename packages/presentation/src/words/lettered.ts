/** A piece as the core counts it: from 1, in the order of its joint. */
const COUNTED = /\b(piece) (\d+)\b/gi;

/**
 * What the core says of pieces it counts, with the letters people know them by: `If piece 1 is 304L` becomes `If A is
 * 304L`. One without a letter stays counted.
 * @param letters of the pieces that meet, in the order of their joint
 */
export const lettered = (text: string, letters: readonly string[]): string =>
  text.replace(COUNTED, (whole, _word, place: string) => letters[Number(place) - 1] ?? whole);
