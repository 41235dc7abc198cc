import type { AssemblyPiece } from './assembly-input';

/** A size a figure cannot be reckoned without. */
export interface Missing {
  readonly piece: string;
  readonly size: 'outsideMm' | 'thicknessMm' | 'lengthMm' | 'widthMm' | 'family' | 'shape';
}

/** A figure, or what it wants. */
export interface Figure {
  /** null while something is missing. */
  readonly value: number | null;
  readonly missing: readonly Missing[];
}

/** Reckons a figure from sizes of a piece when all of them are known. */
export function figureOf<Name extends 'outsideMm' | 'thicknessMm' | 'lengthMm' | 'widthMm'>(
  piece: AssemblyPiece,
  names: readonly Name[],
  reckon: (sizes: Readonly<Record<Name, number>>) => number,
): Figure {
  const missing = names.filter((size) => piece[size] === null).map((size): Missing => ({ piece: piece.id, size }));
  if (missing.length > 0) return { value: null, missing };
  // Every name was just looked at.
  return { value: reckon(piece as unknown as Readonly<Record<Name, number>>), missing };
}

/** Reckons one figure from two: known when both are. */
export function combine(first: Figure, second: Figure, reckon: (first: number, second: number) => number): Figure {
  const known = first.value !== null && second.value !== null;
  return {
    value: known ? reckon(first.value, second.value) : null,
    missing: [...first.missing, ...second.missing],
  };
}

/** Sum of figures: known only when all of them are. */
export function sumOf(figures: readonly Figure[]): Figure {
  const missing = figures.flatMap((figure) => figure.missing);
  const known = figures.every(({ value }) => value !== null);
  return { value: known ? figures.reduce((sum, { value }) => sum + (value ?? 0), 0) : null, missing };
}
