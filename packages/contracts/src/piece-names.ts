import { findGrade, findItemFamily, findRod, type FieldError } from '@variatum/metallurgy';
import type { Piece } from './records';

const isNamed = (name: string | null | undefined): name is string => name !== null && name !== undefined;

/** Names of a piece that are in no catalogue; an empty one is none. */
export function pieceNameFaults({
  grade,
  weldMetal,
  itemFamily,
}: Partial<Pick<Piece, 'grade' | 'weldMetal' | 'itemFamily'>>): FieldError[] {
  const errors: FieldError[] = [];
  if (isNamed(grade) && !findGrade(grade))
    errors.push({ path: ['grade'], message: `"${grade}" is not in the catalogue of base metals` });
  if (isNamed(weldMetal) && !findRod(weldMetal))
    errors.push({ path: ['weldMetal'], message: `"${weldMetal}" is not in the catalogue of rods` });
  if (isNamed(itemFamily) && !findItemFamily(itemFamily))
    errors.push({ path: ['itemFamily'], message: `"${itemFamily}" is not an item family` });
  return errors;
}
