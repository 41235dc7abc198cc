import sizes from '../../data/sizes.json';
import { formatLength, type LengthUnit } from './length';
import { readSize, type UnderstoodSize } from './size';

/** A size from the tables: how people write it, and what it is. */
export interface TabledSize extends UnderstoodSize {
  readonly text: string;
}

const sized = (text: string): TabledSize => {
  const size = readSize(text);
  if (!size) throw new Error(`the size table has "${text}", which cannot be understood`);
  return { ...size, text };
};

const tubes = (unit: LengthUnit): string[] =>
  unit === 'mm'
    ? Object.entries(sizes.tube.millimetres.sizes)
        .sort(([left], [right]) => Number(left) - Number(right))
        .flatMap(([outside, walls]) => walls.map((wall) => `${outside} x ${wall} mm tube`))
    : Object.entries(sizes.tube.inches.sizes).flatMap(([outside, walls]) =>
        walls.map((wall) => `${outside} in x ${wall} in tube`),
      );

const pipes = (): string[] =>
  Object.entries(sizes.pipe.sizes).flatMap(([size, { wallInches }]) =>
    Object.keys(wallInches).map((schedule) => `${size} in sch ${schedule} pipe`),
  );

const flat = (list: readonly number[], word: string, unit: LengthUnit): string[] =>
  list.map((mm) => `${formatLength(mm, unit)} ${word}`);

const gauges = (word: string): string[] =>
  Object.keys(sizes.gauges['sheet-stainless'].inches).map((number) => `${number} ga ${word}`);

/**
 * Sizes a form comes in, smallest first, those of the user's unit before the others.
 * @param form form of a piece, as `FORMS` has them
 * @returns empty where a form has no usual sizes, such as a casting
 */
export function sizesOf(form: string | null, unit: LengthUnit): readonly TabledSize[] {
  const other = unit === 'mm' ? 'in' : 'mm';
  switch (form) {
    case 'tube':
      return [...tubes(unit), ...tubes(other)].map(sized);
    case 'pipe':
      return pipes().map(sized);
    case 'sheet':
    case 'strip':
      return [...flat(sizes.flat.sheetMm, form, 'mm'), ...gauges(form)].map(sized);
    case 'plate':
      return flat(sizes.flat.plateMm, form, 'mm').map(sized);
    case 'bar':
    case 'turned':
      return sizes.round.millimetres.map((mm) => sized(`${mm} mm bar`));
    default:
      return [];
  }
}
