import { boxOf, type LaidJoint, type Point, type Shade } from '@variatum/metallurgy';
import { pathOf } from '@variatum/presentation';

/** What the picture of a seam is drawn from. */
export interface RoundQuestion {
  readonly joint: LaidJoint;
  readonly width: number;
  readonly height: number;
  readonly shades: readonly (Shade & { readonly letter: string })[];
}

/** A stretch of the seam where something stands in the way, px. */
export interface DrawnShade {
  readonly d: string;
  readonly at: Point;
  readonly letter: string;
}

/** A seam as it is welded: a ring as a clock face, or a seam as a strip, px. */
export interface RoundPicture {
  readonly closed: boolean;
  readonly d: string;
  readonly width: number;
  readonly ticks: string;
  readonly hours: readonly { readonly at: Point; readonly words: string }[];
  readonly shades: readonly DrawnShade[];
  readonly middle: Point;
}

const onRing = ([x, y]: Point, radius: number, hour: number): Point => {
  const angle = (hour * Math.PI) / 6;
  return [x + radius * Math.sin(angle), y - radius * Math.cos(angle)];
};

const arc = (centre: Point, radius: number, from: number, to: number): string =>
  pathOf(Array.from({ length: 13 }, (_, index) => onRing(centre, radius, from + ((to - from) * index) / 12)));

/** Draws the seam of a joint for a frame. Pure. */
export function roundPicture({ joint, width, height, shades }: RoundQuestion): RoundPicture {
  const closed = joint.seam?.closed ?? true;
  if (!closed) return strip(joint, width, height, shades);
  const centre: Point = [width / 2, height / 2];
  const radius = Math.max(30, Math.min(width, height) / 2 - 40);
  const band = Math.min(22, radius * 0.22);
  return {
    closed,
    width: band,
    middle: centre,
    d: `M${centre[0]} ${centre[1] - radius}a${radius} ${radius} 0 1 1 -0.01 0Z`,
    ticks: Array.from({ length: 12 }, (_, hour) =>
      pathOf([
        onRing(centre, radius + band / 2 + 2, hour),
        onRing(centre, radius + band / 2 + (hour % 3 === 0 ? 9 : 5), hour),
      ]),
    ).join(''),
    hours: [12, 3, 6, 9].map((hour) => {
      const [x, y] = onRing(centre, radius + band / 2 + 20, hour);
      return { at: [x, y + 5] as const, words: String(hour) };
    }),
    shades: shades.flatMap(({ hours, letter }) =>
      hours.map((hour) => ({
        d: arc(centre, radius, hour - 0.5, hour + 0.5),
        at: onRing(centre, radius - band - 6, hour),
        letter,
      })),
    ),
  };
}

function strip(joint: LaidJoint, width: number, height: number, shades: RoundQuestion['shades']): RoundPicture {
  const { left, right, top, bottom } = boxOf(joint.line);
  const margin = 44;
  const y = height / 2;
  const long = width - 2 * margin;
  // Seen along it: whichever way it runs on the part, it lies before the welder here.
  const words = right - left >= bottom - top ? ['left', 'right'] : ['top', 'bottom'];
  const at = (hour: number): number => margin + (long * (hour % 12)) / 12;
  return {
    closed: false,
    width: 18,
    middle: [width / 2, y + 44],
    d: pathOf([
      [margin, y],
      [margin + long, y],
    ]),
    ticks: Array.from({ length: 5 }, (_, index) =>
      pathOf([
        [margin + (long * index) / 4, y + 13],
        [margin + (long * index) / 4, y + (index % 2 === 0 ? 22 : 18)],
      ]),
    ).join(''),
    hours: [
      { at: [margin, y - 18], words: words[0] ?? '' },
      { at: [margin + long, y - 18], words: words[1] ?? '' },
    ],
    shades: shades.flatMap(({ hours, letter }) =>
      hours.map((hour) => ({
        d: pathOf([
          [at(hour), y],
          [at(hour) + long / 12, y],
        ]),
        at: [at(hour) + long / 24, y - 20] as Point,
        letter,
      })),
    ),
  };
}
