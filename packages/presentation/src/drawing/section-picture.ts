import {
  formatLength,
  jointSection,
  LIMITS,
  type JointSection,
  type LengthUnit,
  type Point,
  type SectionPoint,
  type SectionQuestion,
  type SectionSize,
} from '@variatum/metallurgy';
import { fitInto, pathIn, pathOf, toFrame, type Fit } from './fit';

/** A size in the picture, px. */
export interface DrawnSize {
  readonly what: SectionSize['what'];
  readonly side: number | null;
  readonly value: number;
  readonly said: boolean;
  readonly d: string;
  readonly at: Point;
  readonly anchor: 'start' | 'middle' | 'end';
}

/** A zone of melted metal with its handle, px. */
export interface DrawnZone {
  readonly side: number;
  readonly d: string;
  readonly handle: Point;
  readonly depthMm: number;
  readonly deepestMm: number;
}

/** A joint cut across, ready to be drawn, px. */
export interface SectionPicture {
  readonly fit: Fit;
  readonly section: JointSection;
  readonly metals: readonly {
    readonly side: number;
    readonly d: string;
    readonly known: boolean;
    readonly at: Point;
  }[];
  readonly deposit: string;
  readonly zones: readonly DrawnZone[];
  readonly crack: string;
  readonly sizes: readonly DrawnSize[];
  readonly arc: { readonly d: string; readonly handle: Point; readonly tip: Point };
}

const MARGINS = { x: 54, y: 34 };
/** Length of the torch's line, px, and how far it is turned for each aim. */
const TORCH = 62;

const middleOf = (points: readonly SectionPoint[]): SectionPoint => {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
};

/** Where the letter of a piece stands: in its middle; on something long that others stand on, off the joint. */
function letterPlace(rim: readonly SectionPoint[]): SectionPoint {
  const [xs, ys] = [rim.map(([x]) => x), rim.map(([, y]) => y)];
  const [wide, high] = [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)];
  const [x, y] = middleOf(rim);
  return wide > 2.2 * high && Math.min(...xs) < 0 && Math.max(...xs) > 0 ? [x + wide * 0.32, y] : [x, y];
}

/** Where the arc's handle stands for an aim. @param aim -1 the first side, 0 between, 1 the second */
function torchAt(fit: Fit, { arc }: JointSection, aim: number): { readonly handle: Point; readonly tip: Point } {
  const angle = arc.middle - aim * arc.lean;
  const tip = toFrame(fit, arc.at);
  return { tip, handle: [tip[0] + Math.sin(angle) * TORCH, tip[1] - Math.cos(angle) * TORCH] };
}

/**
 * Draws a joint cut across for a frame. Pure.
 * @param aimedAt piece the arc is aimed at; undefined: between them
 */
export function sectionPicture(
  question: SectionQuestion,
  aimedAt: number | undefined,
  width: number,
  height: number,
): SectionPicture {
  const section = jointSection(question);
  const points = [...section.metals.flatMap(({ rim }) => rim), ...section.deposit];
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const box = { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) };
  const fit = fitInto(box, width, height, MARGINS, 64);
  const aim =
    aimedAt === undefined || section.arc.sides[0] === section.arc.sides[1]
      ? 0
      : aimedAt === section.arc.sides[0]
        ? -1
        : 1;
  const { handle, tip } = torchAt(fit, section, aim);
  return {
    fit,
    section,
    metals: section.metals.map(({ side, rim, known }) => ({
      side,
      known,
      d: pathIn(fit, rim, true),
      at: toFrame(fit, letterPlace(rim)),
    })),
    deposit: pathIn(fit, section.deposit, true),
    zones: section.melted.map(({ side, rim, face: [from, to], inward, depthMm, deepestMm }) => ({
      side,
      depthMm,
      deepestMm,
      d: pathIn(fit, rim, true),
      handle: toFrame(fit, [(from[0] + to[0]) / 2 + inward[0] * depthMm, (from[1] + to[1]) / 2 + inward[1] * depthMm]),
    })),
    crack: section.crack ? pathIn(fit, section.crack) : '',
    sizes: section.sizes.flatMap((size) => drawnSize(fit, size)),
    arc: { handle, tip, d: pathOf([tip, handle]) },
  };
}

const SIZE_WORDS: Readonly<Record<DrawnSize['what'], string>> = {
  gapMm: 'gap',
  landMm: 'land',
  bevelDeg: 'bevel',
  mismatchMm: 'mismatch',
  legMm: 'leg',
  thicknessMm: '',
};

/** Figure of a size in the picture. */
export const sizeFigure = ({ what, value }: Pick<DrawnSize, 'what' | 'value'>, unit: LengthUnit): string =>
  what === 'bevelDeg' ? `${Math.round(value)}°` : formatLength(value, unit);

/** What is said of a size in the picture: `gap 2 mm`. */
export const sizeInSection = (size: Pick<DrawnSize, 'what' | 'value'>, unit: LengthUnit): string =>
  `${SIZE_WORDS[size.what]} ${sizeFigure(size, unit)}`.trim();

/** How deep a zone becomes when its handle is pulled to a point of the frame, mm. */
export function depthAt({ fit, section }: SectionPicture, zone: number, [x, y]: Point): number {
  const melted = section.melted[zone];
  if (!melted) return 0;
  const {
    face: [from, to],
    inward,
    deepestMm,
  } = melted;
  const middle = toFrame(fit, [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]);
  const along = ((x - middle[0]) * inward[0] + (y - middle[1]) * inward[1]) / fit.scale;
  return Math.min(deepestMm, Math.max(0, along));
}

/** Which piece the arc is aimed at when its handle is pulled to a point of the frame; undefined: between them. */
export function aimAt({ arc, section }: SectionPicture, [x, y]: Point): number | undefined {
  const angle = Math.atan2(x - arc.tip[0], arc.tip[1] - y) - section.arc.middle;
  const lean = section.arc.lean / 2;
  return angle > lean ? section.arc.sides[0] : angle < -lean ? section.arc.sides[1] : undefined;
}

/** Degrees of bevel for a pixel. */
const DEGREES = 0.5;

/**
 * What a size of the edges becomes when it is pulled, within what it may be: mm to a tenth, degrees to one.
 * @param by how far from where it was taken, px
 */
export function pulledSize({ fit }: SectionPicture, { what, value }: DrawnSize, [dx, dy]: Point): number {
  if (what === 'thicknessMm') return value;
  const changes = {
    // Both edges give way alike.
    gapMm: (2 * dx) / fit.scale,
    legMm: dx / fit.scale,
    landMm: -dy / fit.scale,
    mismatchMm: dy / fit.scale,
    bevelDeg: dx * DEGREES,
  };
  const finest = what === 'bevelDeg' ? 1 : 10;
  const [least, most] = LIMITS[what];
  return Math.min(most, Math.max(least, Math.round((value + changes[what]) * finest) / finest));
}

function drawnSize(fit: Fit, { what, side, from, to, value, said }: SectionSize): readonly DrawnSize[] {
  const [a, b] = [toFrame(fit, from), toFrame(fit, to)];
  const common = { what, side, value, said };
  switch (what) {
    case 'thicknessMm': {
      const upright = Math.abs(a[0] - b[0]) < 1;
      const off: Point = upright ? [a[0] > fit.left ? 10 : -10, 0] : [0, a[1] > fit.top ? 12 : -12];
      const [p, q]: readonly [Point, Point] = [
        [a[0] + off[0], a[1] + off[1]],
        [b[0] + off[0], b[1] + off[1]],
      ];
      const tick = upright
        ? `M${p[0] - 4} ${p[1]}h8M${q[0] - 4} ${q[1]}h8`
        : `M${p[0]} ${p[1] - 4}v8M${q[0]} ${q[1] - 4}v8`;
      const right = off[0] > 0;
      const at: Point = upright
        ? [p[0] + (right ? 7 : -7), (p[1] + q[1]) / 2 + 4]
        : [(p[0] + q[0]) / 2, p[1] + (off[1] > 0 ? 15 : -6)];
      return [{ ...common, d: pathOf([p, q]) + tick, at, anchor: upright ? (right ? 'start' : 'end') : 'middle' }];
    }
    case 'gapMm':
    case 'legMm': {
      const y = Math.max(a[1], b[1]) + (what === 'legMm' ? -8 : 16);
      const d =
        what === 'legMm'
          ? `M${a[0]} ${a[1] - 3}v-7M${b[0]} ${b[1] - 3}v-7M${a[0]} ${a[1] - 7}H${b[0]}`
          : `M${a[0]} ${a[1] + 2}v10M${b[0]} ${b[1] + 2}v10`;
      return [
        {
          ...common,
          d,
          at: what === 'legMm' ? [b[0] + 8, y + 1] : [(a[0] + b[0]) / 2, y + 10],
          anchor: what === 'legMm' ? 'start' : 'middle',
        },
      ];
    }
    case 'bevelDeg':
      return [{ ...common, d: '', at: [a[0] - 8, Math.min(a[1], b[1]) - 10], anchor: 'end' }];
    case 'landMm':
      return [{ ...common, d: pathOf([a, b]), at: [a[0] - 12, a[1] + 16], anchor: 'end' }];
    case 'mismatchMm':
      return [
        {
          ...common,
          d:
            value === 0
              ? ''
              : pathOf([
                  [a[0], a[1]],
                  [b[0] + 14, a[1]],
                ]),
          at: [b[0] + 34, b[1] + 26],
          anchor: 'start',
        },
      ];
  }
}
