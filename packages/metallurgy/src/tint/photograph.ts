import type { Triple } from './colour';
import { readTint, type TintAnswer, type TintQuestion, type TintReference } from './read-tint';

/** A picture as a page holds it: four bytes a pixel, red, green, blue and cover, row by row. */
export interface Photograph {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}

/** A place in a picture, pixels from its upper left corner. */
export interface PhotographPlace {
  readonly x: number;
  readonly y: number;
}

/** What was tapped in a picture. */
export interface TintTaps {
  readonly tint: PhotographPlace;
  readonly reference: PhotographPlace;
  readonly is: TintReference;
  /** Bare metal the colour fades into; left out: not tapped. */
  readonly bare?: PhotographPlace | undefined;
}

/**
 * Half the side of the patch a place is read from, as a share of the shorter side of the picture, and pixels at least.
 */
const PATCH = { share: 0.006, least: 2 };
/** Places between the tint and the bare metal. */
const PLACES = 12;

const middle = (values: number[]): number => values.sort((one, other) => one - other)[values.length >> 1] ?? 0;

/** Colour around a place: the middle value of each channel, so that grain and a scratch do not count. */
export function patchOf({ width, height, data }: Photograph, { x, y }: PhotographPlace): Triple {
  const reach = Math.max(PATCH.least, Math.round(PATCH.share * Math.min(width, height)));
  const channels: [number[], number[], number[]] = [[], [], []];
  for (let row = Math.max(0, Math.round(y) - reach); row <= Math.min(height - 1, Math.round(y) + reach); row++)
    for (
      let column = Math.max(0, Math.round(x) - reach);
      column <= Math.min(width - 1, Math.round(x) + reach);
      column++
    )
      channels.forEach((values, channel) => values.push(data[(row * width + column) * 4 + channel] as number));
  return channels.map(middle) as unknown as Triple;
}

/**
 * What a photograph of a weld asks: the tint and the reference as tapped, and the colours on the way to bare metal
 * where that was tapped.
 * @param taps within the picture
 */
export function tintQuestionOf(picture: Photograph, { tint, reference, is, bare }: TintTaps): TintQuestion {
  const outward =
    bare &&
    Array.from({ length: PLACES }, (_, index) => {
      const share = (index + 1) / PLACES;
      return patchOf(picture, { x: tint.x + share * (bare.x - tint.x), y: tint.y + share * (bare.y - tint.y) });
    });
  return { pixel: patchOf(picture, tint), reference: { pixel: patchOf(picture, reference), is }, outward };
}

/** As `readTint`, from a photograph. */
export const tintInPhotograph = (
  picture: Photograph,
  taps: TintTaps,
  about: Pick<TintQuestion, 'grade' | 'shielded' | 'passesBlue'> = {},
): TintAnswer => readTint({ ...tintQuestionOf(picture, taps), ...about });
