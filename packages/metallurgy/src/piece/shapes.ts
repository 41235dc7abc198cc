import data from '../../data/shapes.json';

/** Shapes a piece may have in space. */
export type Shape = keyof typeof data;
/** All shapes, with their titles in the data. */
export const SHAPES = Object.keys(data) as [Shape, ...Shape[]];
/** Name of a shape. */
export const shapeTitle = (shape: Shape): string => data[shape].title;

/**
 * Shape a piece has when nothing is said of it: the one its form comes in; a straight run while the form is not known.
 */
export function usualShape(form: string | null): Shape {
  return SHAPES.find((shape) => (data[shape].forms as readonly string[]).includes(form ?? '')) ?? 'straight';
}
