/**
 * Facts as a JSON file holds them, under the type that is theirs. A file is read with wider types than it has: numbers
 * in a row are no tuple there, and a word is any text. That each file has the shape its type says is what the tests of
 * the catalogue and of the models find out.
 */
export const fromJson = <Shape>(facts: unknown): Shape => facts as Shape;
