import type { ArcRun, Point, Stretch } from '@variatum/metallurgy';
import { pathOf } from '@variatum/presentation';

/** A stretch that is out of reach as the part lies, or must stay free. */
export interface ClosedStretch extends Stretch {
  readonly why: 'reach' | 'left';
}

/** What the picture of an order is drawn from. */
export interface OrderPictureQuestion {
  readonly kind: 'ring' | 'line';
  readonly lengthMm: number;
  /** Runs of one pass, in their order. */
  readonly runs: readonly ArcRun[];
  /** Whether the part is turned before each run. */
  readonly turned: readonly boolean[];
  readonly closed: readonly ClosedStretch[];
  /** Tacks, degrees from the top of a ring or mm along a line, in the order they are made. */
  readonly tacks: readonly number[];
  readonly pull: { readonly mm: number; readonly towards: number };
  readonly width: number;
  readonly height: number;
}

/** A run as it is drawn, px. */
export interface DrawnRun {
  readonly d: string;
  /** Arrow at its end. */
  readonly arrow: string;
  readonly number: number;
  readonly at: Point;
  readonly person: 0 | 1;
  /** Arrow round its number where the part is turned before it; empty elsewhere. */
  readonly turn: string;
}

/** An order on the ring or along the seam, px. */
export interface OrderPicture {
  readonly runs: readonly DrawnRun[];
  readonly closed: readonly { readonly d: string; readonly why: ClosedStretch['why'] }[];
  readonly tacks: readonly { readonly at: Point; readonly number: number }[];
  readonly hours: readonly { readonly at: Point; readonly words: string }[];
  /** Arrow of the pull, and where its words stand; null where it is not worth drawing. */
  readonly pull: { readonly d: string; readonly at: Point } | null;
  readonly middle: Point;
  readonly band: number;
  /** A place on the middle of the seam, mm along it. */
  placeAt(mm: number): Point;
}

/** A pull below this is not drawn, mm. */
const SEEN_MM = 0.02;
/** Share of a run that is left free at either end, so that neighbours stay apart. */
const APART = 0.06;

/** Head of an arrow at a place, looking along a direction. */
function head([x, y]: Point, [dx, dy]: Point, size: number): string {
  const [bx, by] = [x - dx * size, y - dy * size];
  return pathOf([
    [bx - dy * size * 0.6, by + dx * size * 0.6],
    [x, y],
    [bx + dy * size * 0.6, by - dx * size * 0.6],
  ]);
}

/** Arrow round a number, most of a turn. */
function turnAround([x, y]: Point): string {
  const radius = 16;
  const at = (degrees: number): Point => [
    x + radius * Math.cos((degrees * Math.PI) / 180),
    y + radius * Math.sin((degrees * Math.PI) / 180),
  ];
  const points = Array.from({ length: 25 }, (_, step) => at(-150 + 10 * step));
  const [last, before] = [points[24]!, points[22]!];
  const size = Math.hypot(last[0] - before[0], last[1] - before[1]);
  return pathOf(points) + head(last, [(last[0] - before[0]) / size, (last[1] - before[1]) / size], 8);
}

function onRing({ lengthMm, runs, turned, closed, tacks, pull, width, height }: OrderPictureQuestion): OrderPicture {
  const centre: Point = [width / 2, height / 2];
  const radius = Math.max(24, Math.min(width, height) / 2 - 30);
  const at = (degrees: number, r: number): Point => {
    const angle = (degrees * Math.PI) / 180;
    return [centre[0] + r * Math.sin(angle), centre[1] - r * Math.cos(angle)];
  };
  const band = Math.min(22, radius * 0.24);
  return {
    band,
    middle: centre,
    placeAt: (mm) => at((360 * mm) / lengthMm, radius),
    runs: runs.map(({ fromMm, toMm, person }, index) => {
      const [from, to] = [(360 * fromMm) / lengthMm, (360 * toMm) / lengthMm];
      const free = (to - from) * APART;
      const steps = 24;
      const points = Array.from({ length: steps + 1 }, (_, step) =>
        at(from + free + ((to - from - 2 * free) * step) / steps, radius),
      );
      const [last, before] = [points[steps]!, points[steps - 1]!];
      const size = Math.hypot(last[0] - before[0], last[1] - before[1]) || 1;
      return {
        d: pathOf(points),
        arrow: head(last, [(last[0] - before[0]) / size, (last[1] - before[1]) / size], 9),
        number: index + 1,
        at: at((from + to) / 2, radius),
        person,
        turn: turned[index] ? turnAround(at((from + to) / 2, radius)) : '',
      };
    }),
    closed: closed.map(({ fromMm, toMm, why }) => {
      const [from, to] = [(360 * fromMm) / lengthMm, (360 * toMm) / lengthMm];
      return { why, d: pathOf(Array.from({ length: 33 }, (_, step) => at(from + ((to - from) * step) / 32, radius))) };
    }),
    tacks: tacks.map((degrees, index) => ({ at: at(degrees, radius - band / 2 - 7), number: index + 1 })),
    hours: [12, 3, 6, 9].map((hour) => {
      const [x, y] = at(hour * 30, radius + band / 2 + 12);
      return { at: [x, y + 4] as const, words: String(hour) };
    }),
    pull:
      pull.mm < SEEN_MM
        ? null
        : (() => {
            const tip = at(pull.towards, radius * 0.55);
            const angle = (pull.towards * Math.PI) / 180;
            return {
              d: pathOf([centre, tip]) + head(tip, [Math.sin(angle), -Math.cos(angle)], 9),
              at: at(pull.towards + 180, radius * 0.28),
            };
          })(),
  };
}

function onLine({ lengthMm, runs, turned, closed, tacks, pull, width, height }: OrderPictureQuestion): OrderPicture {
  const margin = 26;
  const y = height / 2 - 6;
  const x = (mm: number): number => margin + ((width - 2 * margin) * mm) / lengthMm;
  return {
    band: 20,
    middle: [width / 2, y],
    placeAt: (mm) => [x(mm), y],
    runs: runs.map(({ fromMm, toMm, person }, index) => {
      const free = (toMm - fromMm) * APART;
      const [from, to] = [x(fromMm + free), x(toMm - free)];
      return {
        d: pathOf([
          [from, y],
          [to, y],
        ]),
        arrow: head([to, y], [Math.sign(to - from), 0], 9),
        number: index + 1,
        at: [(from + to) / 2, y],
        person,
        turn: turned[index] ? turnAround([(from + to) / 2, y]) : '',
      };
    }),
    closed: closed.map(({ fromMm, toMm, why }) => ({
      why,
      d: pathOf([
        [x(fromMm), y],
        [x(toMm), y],
      ]),
    })),
    tacks: tacks.map((mm, index) => ({ at: [x(mm), y + 24] as const, number: index + 1 })),
    hours: [
      { at: [x(0), y - 22], words: '0' },
      { at: [x(lengthMm), y - 22], words: `${Math.round(lengthMm)} mm` },
    ],
    pull:
      pull.mm < SEEN_MM
        ? null
        : {
            d:
              pathOf([
                [x(pull.towards), y + 44],
                [x(pull.towards), y + 32],
              ]) + head([x(pull.towards), y + 30], [0, -1], 8),
            at: [Math.min(width - 60, Math.max(60, x(pull.towards))), y + 58],
          },
  };
}

/** Draws an order for a frame: numbered runs with their direction, tacks, and where it pulls. Pure. */
export const orderPicture = (question: OrderPictureQuestion): OrderPicture =>
  question.kind === 'ring' ? onRing(question) : onLine(question);
