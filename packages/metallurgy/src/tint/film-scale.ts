import data from '../../data/tint.json';
import type { TintLimit } from '../acceptance';
import { labOf, linearOf, tristimulus, type Triple } from './colour';
import { filmReflectance } from './film-reflectance';

/** Colour of a film of one thickness. */
export interface FilmColour {
  readonly oxideNm: number;
  /** Linear red, green and blue. */
  readonly linear: Triple;
  readonly lab: Triple;
}

/** Colour of an oxide film in daylight. @param oxideNm 0 or more */
export function filmColour(oxideNm: number): FilmColour {
  const seen = tristimulus((nm) => filmReflectance(oxideNm, nm));
  return { oxideNm, linear: linearOf(seen), lab: labOf(seen) };
}

let scale: readonly FilmColour[] | undefined;
/** Colours of films from bare metal to the thickest that is told by its colour, by equal steps; computed once. */
export function filmScale(): readonly FilmColour[] {
  const { stepNm } = data.reading;
  scale ??= Array.from({ length: data.mostNm / stepNm + 1 }, (_, index) => filmColour(index * stepNm));
  return scale;
}

/** A colour of the scale. */
export interface TintColour {
  readonly id: string;
  readonly title: string;
  /** Film it begins with, nm. */
  readonly fromNm: number;
}
/** Colours in the order a growing film shows them. */
export const TINT_COLOURS: readonly TintColour[] = data.colours;

/** Colour a film of some thickness shows. */
export const tintOfFilm = (oxideNm: number): TintColour =>
  data.colours.findLast(({ fromNm }) => oxideNm >= fromNm) ?? (data.colours[0] as TintColour);

/** Level from 1, the cleanest, to 10. */
export const levelOfFilm = (oxideNm: number): number => data.levels.fromNm.findLastIndex((from) => oxideNm >= from) + 1;

/** Thickest film that is the colour a profile draws its line at, nm; null: any colour is taken. */
export const tintLimitNm = (limit: TintLimit): number | null => (limit === 'any' ? null : data.limits.nm[limit]);

/** Whether a film keeps to the deepest colour a profile takes. */
export const keepsToTint = (oxideNm: number, limit: TintLimit): boolean => oxideNm <= (tintLimitNm(limit) ?? Infinity);

/** Films a colour stands for where it is only named, nm: from where it begins to where the next one does. */
export function filmsOfColour(id: string): readonly [number, number] {
  const at = Math.max(
    0,
    TINT_COLOURS.findIndex((colour) => colour.id === id),
  );
  return [TINT_COLOURS[at]?.fromNm ?? 0, TINT_COLOURS[at + 1]?.fromNm ?? data.mostNm];
}

const { points } = data.temperatures;
/**
 * Hottest temperature in air that leaves such a film on 18-8 after short heating, °C; linear between the points of the
 * data.
 */
export function temperatureOfFilm(oxideNm: number): number {
  const after = Math.max(
    1,
    Math.min(
      points.length - 1,
      points.findIndex((point) => (point[0] as number) >= oxideNm),
    ),
  );
  const [fromNm, fromC] = points[after - 1] as [number, number];
  const [toNm, toC] = points[after] as [number, number];
  return fromC + ((Math.max(fromNm, Math.min(toNm, oxideNm)) - fromNm) / (toNm - fromNm)) * (toC - fromC);
}
