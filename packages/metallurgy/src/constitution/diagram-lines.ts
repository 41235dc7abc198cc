import data from '../../data/constitution/wrc1992.json';
import schaeffler from '../../data/constitution/schaeffler.json';
import type { DiagramPoint } from './planar-geometry';
import { fromJson } from '../from-json';

/** A line of constant ferrite. */
export interface IsoLine {
  /** Ferrite number, or percent on Schaeffler's diagram. */
  readonly value: number;
  readonly points: readonly DiagramPoint[];
}

const lines = (record: Readonly<Record<string, readonly (readonly number[])[]>>): readonly IsoLine[] =>
  Object.entries(record)
    .map(([value, points]) => ({ value: Number(value), points: fromJson<readonly DiagramPoint[]>(points) }))
    .sort((left, right) => left.value - right.value);

/** Iso-FN lines of WRC-1992 as drawn. */
export const WRC1992_ISO_LINES = lines(data.isoFerriteNumbers);

/** Borders between the solidification modes on WRC-1992. */
export const WRC1992_MODE_BORDERS: readonly { readonly name: string; readonly points: readonly DiagramPoint[] }[] = (
  ['A/AF', 'AF/FA', 'FA/F'] as const
).map((name) => ({ name, points: fromJson<readonly DiagramPoint[]>(data.solidificationBoundaries[name]) }));

/** Iso-ferrite lines of Schaeffler as drawn, percent. */
export const SCHAEFFLER_ISO_LINES = lines(schaeffler.isoFerritePercent);
