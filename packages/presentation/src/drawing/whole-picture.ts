import {
  insidePolygon,
  pointOfSpot,
  type JointType,
  type LaidPiece,
  type Layout,
  type Point,
  type Spot,
} from '@variatum/metallurgy';
import { fitInto, pathIn, pathOf, roundBelow, toFrame, type Fit } from './fit';
import { placeLabels, type LabelWish, type Metal } from './place-labels';

/** What is said of a piece in the picture. */
export interface PieceWords {
  readonly letter: string;
  /** Place among the pieces: it gives the colour. */
  readonly order: number;
  /** Size and metal in short; empty: nothing is said. */
  readonly words: string;
  /** Whether its metal is not known. */
  readonly open: boolean;
}

/** What is said of a joint in the picture. */
export interface JointWords {
  readonly number: string;
  readonly kind: 'crack' | 'bead' | 'seam';
  /** Whether an old weld lies along it. */
  readonly oldWeld: boolean;
  /** Whether a rod is decided. */
  readonly decided: boolean;
  /**
   * What the weld has come to: nothing yet, an arc that burns, beads that lie, a crack; found to keep to its profile,
   * or not.
   */
  readonly weld?: 'burning' | 'laid' | 'cracked' | 'met' | 'missed' | undefined;
  /** Places on its seam where something misses the profile, as shares of its length. */
  readonly missedAt?: readonly number[] | undefined;
}

/** How a joint of a type is drawn. */
export const kindOfJoint = (type: JointType): JointWords['kind'] =>
  type === 'crack' || type === 'toe-crack' ? 'crack' : type === 'overlay' ? 'bead' : 'seam';

/** Something that was seen at a place. */
export interface SpotMark {
  readonly id: string;
  readonly piece: string;
  readonly spot: Spot;
  readonly words: string;
}

/** What the whole picture is drawn from. */
export interface WholeQuestion {
  readonly layout: Layout;
  readonly width: number;
  readonly height: number;
  readonly pieces: ReadonlyMap<string, PieceWords>;
  readonly joints: ReadonlyMap<string, JointWords>;
  /** Places along runs where something else stands, with its words so far above them, px. */
  readonly marked?: readonly {
    readonly piece: string;
    readonly copy: number;
    readonly along: number;
    readonly off: number;
  }[];
  readonly spots: readonly SpotMark[];
  /** Without words: for a card. */
  readonly small?: boolean;
}

/** A piece ready to be drawn, px. */
export interface DrawnPiece extends PieceWords {
  readonly id: string;
  readonly copy: number;
  readonly d: string;
  readonly edges: string;
  readonly hidden: string;
  readonly breaks: readonly string[];
  /** Whether its outline is known. */
  readonly known: boolean;
  readonly letterAt: Point;
  readonly wordsAt: Point | null;
  /** A line from its words to it, where they stand off. */
  readonly leader: string;
  /** Counts in words where not every copy is drawn. */
  readonly times: string;
}

/** A joint ready to be drawn, px. */
export interface DrawnJoint extends JointWords {
  readonly id: string;
  readonly d: string;
  readonly ends: readonly Point[];
  readonly at: Point;
  readonly leader: string;
  readonly link: string;
  /** Where something misses the profile. */
  readonly missed: readonly Point[];
}

/** A part ready to be drawn, px. */
export interface WholePicture {
  readonly fit: Fit;
  readonly pieces: readonly DrawnPiece[];
  readonly joints: readonly DrawnJoint[];
  readonly spots: readonly {
    readonly id: string;
    readonly at: Point;
    readonly wordsAt: Point;
    readonly words: string;
    readonly leader: string;
  }[];
  readonly bar: { readonly d: string; readonly mm: number; readonly at: Point } | null;
}

/** Width of a letter of the label's type, px. */
const LETTER = 6.7;
const LINE = 17;
const NUMBER = 26;
/** On a frame this narrow pieces have their letters alone. */
const NARROW = 560;

const centroid = (points: readonly Point[]): Point => [
  points.reduce((sum, [x]) => sum + x, 0) / Math.max(1, points.length),
  points.reduce((sum, [, y]) => sum + y, 0) / Math.max(1, points.length),
];

/** A crack as it looks: a line that wanders. */
function wandering(line: readonly Point[]): readonly Point[] {
  const [first, last] = [line[0], line[line.length - 1]];
  if (!first || !last) return line;
  const size = Math.hypot(last[0] - first[0], last[1] - first[1]) || 1;
  const across: Point = [-(last[1] - first[1]) / size, (last[0] - first[0]) / size];
  return line.map(([x, y], index): Point => {
    const ends = index === 0 || index === line.length - 1 ? 0 : 1;
    const off = ends * (2.2 * Math.sin(index * 1.7) + 1.4 * Math.sin(index * 3.1));
    return [x + across[0] * off, y + across[1] * off];
  });
}

const thinned = (line: readonly Point[], most: number): readonly Point[] => {
  const step = Math.max(1, Math.ceil(line.length / most));
  return line.filter((_, index) => index % step === 0 || index === line.length - 1);
};

/** A place on a line of two or more points. @param share of its points that lie before it, 0 to 1 */
function pointAlong(line: readonly Point[], share: number): Point {
  const place = Math.min(1, Math.max(0, share)) * (line.length - 1);
  const before = Math.min(line.length - 2, Math.floor(place));
  const [[x, y], [toX, toY]] = [line[before]!, line[before + 1]!];
  return [x + (place - before) * (toX - x), y + (place - before) * (toY - y)];
}

/** Whether a piece carries its words: the first of several alike, or any that is alone. */
const speaks = ({ copy }: LaidPiece): boolean => copy === 0;

/**
 * Draws a whole part: outlines to scale, letters, numbers, words where nothing stands in their way, a scale bar. Pure.
 */
export function wholePicture({
  layout,
  width,
  height,
  pieces: said,
  joints: named,
  spots,
  small = false,
  marked = [],
}: WholeQuestion): WholePicture {
  const margins = small ? { x: 8, y: 8 } : { x: Math.min(70, width * 0.09), y: Math.min(46, height * 0.15) };
  const fit = fitInto(layout.box, width, height, margins, small ? 4 : 10);
  const at = (point: Point): Point => toFrame(fit, point);
  const rimsOf = (piece: LaidPiece): readonly (readonly Point[])[] => piece.outline.rims.map((rim) => rim.map(at));
  const metals: readonly Metal[] = layout.pieces.map((piece) => {
    const rims = rimsOf(piece);
    const points = rims.flat();
    const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
    const [left, top] = [Math.min(...xs), Math.min(...ys)];
    return { rims, box: { x: left, y: top, width: Math.max(...xs) - left, height: Math.max(...ys) - top } };
  });
  const letterAt = layout.pieces.map((piece, index) => letterPlace(piece, at, metals[index] as Metal));
  // A ring of numbers is quiet: with many joints of one kind the picture shows the first of every few.
  const numbers = layout.joints.map((joint): LabelWish => ({
    width: NUMBER,
    height: NUMBER,
    anchor: at(joint.at),
    towards: joint.away,
    distances: [14, 26, 40, 60],
    offMetal: 16,
  }));
  const spotted = spots.flatMap((mark) => {
    const piece = layout.pieces.find(({ id, copy }) => id === mark.piece && copy === 0);
    return piece ? [{ ...mark, at: at(pointOfSpot(piece, mark.spot)) }] : [];
  });
  const speaking = layout.pieces.filter(
    (piece) => width > NARROW && speaks(piece) && (said.get(piece.id)?.words ?? '') !== '',
  );
  const wordWishes = speaking.map((piece): LabelWish => {
    const words = said.get(piece.id)?.words ?? '';
    const index = layout.pieces.indexOf(piece);
    const box = (metals[index] as Metal).box;
    // A bend leaves most of its box free.
    const room = piece.placed.body.kind !== 'bent' && roomy(box, words.length * LETTER);
    return {
      width: words.length * LETTER + 4,
      height: LINE,
      anchor: wordsAnchor(letterAt[index] as Point, box),
      // On a large piece its words stand under its letter.
      offMetal: room ? 0 : 30,
      distances: room
        ? [12, 24, 40]
        : slender(box)
          ? [14, 30, 60, 100]
          : [Math.min(box.height / 2 + 8, 70), Math.min(box.height / 2 + 22, 90), 40, 80, 120],
      towards: slender(box) ? [1, 0] : [0, 1],
    };
  });
  const spotWishes = spotted.map(({ at: anchor, words }): LabelWish => ({
    width: words.length * LETTER + 14,
    height: 22,
    anchor,
    distances: [24, 44, 70, 100],
    offMetal: 14,
    towards: [0, -1],
  }));
  const letters = letterAt.map(([x, y]) => ({ x: x - 9, y: y - 11, width: 18, height: 22 }));
  const barBox = { x: 0, y: height - 34, width: 150, height: 34 };
  // What a stage puts on it keeps its own words above the run.
  const marks = marked.flatMap(({ piece: id, copy, along, off }) => {
    const piece = layout.pieces.find((one) => one.id === id && one.copy === copy);
    if (!piece) return [];
    const [x, y] = at(pointOfSpot(piece, { along, clock: 12 }));
    return [{ x: x - 32, y: y - off - 12, width: 64, height: off + 12 }];
  });
  // The picture's tools stand in its upper corner.
  const toolBox = { x: width - (width > NARROW ? 180 : 90), y: 0, width: 180, height: 40 };
  const places = small
    ? []
    : placeLabels([...numbers, ...spotWishes, ...wordWishes], metals, { width, height }, [
        ...letters,
        barBox,
        toolBox,
        ...marks,
      ]);
  const numberAt = places.slice(0, numbers.length);
  const spotAt = places.slice(numbers.length, numbers.length + spotWishes.length);
  const wordsAt = places.slice(numbers.length + spotWishes.length);
  const drawnCopies = new Map<string, number>();
  for (const { id } of layout.pieces) drawnCopies.set(id, (drawnCopies.get(id) ?? 0) + 1);
  return {
    fit,
    pieces: layout.pieces.map((piece, index): DrawnPiece => {
      const { known } = piece.placed.body;
      const speaker = speaking.indexOf(piece);
      const mine = wordsAt[speaker] ?? null;
      const words = said.get(piece.id) ?? { letter: '', order: 0, words: '', open: true };
      const letter = letterAt[index] as Point;
      return {
        ...words,
        id: piece.id,
        copy: piece.copy,
        d: piece.outline.rims.map((rim) => pathIn(fit, rim, true)).join(''),
        edges: piece.outline.edges.map((line) => pathIn(fit, line)).join(''),
        hidden: piece.outline.hidden.map((line) => pathIn(fit, line)).join(''),
        breaks: piece.outline.breaks.map((line) => pathIn(fit, line)),
        known: known.across && known.wall,
        letterAt: letter,
        wordsAt: mine,
        leader:
          mine && standsOff(mine, letter, metals[index] as Metal)
            ? leaderFrom(mine, words.words.length * LETTER + 6, LINE, towards(letter, mine, 12))
            : '',
        times: piece.count > 1 && drawnCopies.get(piece.id) === 1 ? `× ${piece.count}` : '',
      };
    }),
    joints: layout.joints.map((joint, index): DrawnJoint => {
      const words = named.get(joint.id) ?? { number: String(index + 1), kind: 'seam', oldWeld: false, decided: false };
      const line = joint.line.map(at);
      const anchor = at(joint.at);
      const number = numberAt[index] ?? anchor;
      const shown = words.kind === 'crack' ? wandering(thinned(line, 14)) : thinned(line, 60);
      return {
        ...words,
        id: joint.id,
        d: pathOf(shown),
        ends:
          words.kind === 'crack' && !joint.seam?.closed
            ? ([line[0], line[line.length - 1]].filter(Boolean) as Point[])
            : [],
        at: number,
        leader:
          Math.hypot(number[0] - anchor[0], number[1] - anchor[1]) > NUMBER / 2 + 4
            ? pathOf([towards(number, anchor, NUMBER / 2), anchor])
            : '',
        link: joint.link ? pathOf(joint.link.map(at)) : '',
        missed: line.length < 2 ? [] : (words.missedAt ?? []).map((share) => pointAlong(line, share)),
      };
    }),
    spots: spotted.map(({ id, at: point, words }, index) => {
      const label = spotAt[index] ?? point;
      return { id, at: point, words, wordsAt: label, leader: leaderFrom(label, words.length * LETTER + 12, 22, point) };
    }),
    bar: layout.pieces.some(({ placed }) => placed.body.known.across) ? scaleBar(fit, width, height) : null,
  };
}

/** Whether words stand so far from their piece that a line must lead to it. */
const standsOff = ([x, y]: Point, [letterX, letterY]: Point, { box }: Metal): boolean => {
  const within = x > box.x && x < box.x + box.width && y > box.y - 26 && y < box.y + box.height + 26;
  return !within && Math.hypot(x - letterX, y - letterY) > 40;
};

/** A line from the edge of a label to what it belongs to. */
function leaderFrom([x, y]: Point, width: number, height: number, [toX, toY]: Point): string {
  const [dx, dy] = [toX - x, toY - y];
  const share = Math.min(1, width / 2 / Math.max(1e-6, Math.abs(dx)), height / 2 / Math.max(1e-6, Math.abs(dy)));
  return pathOf([
    [x + dx * share, y + dy * share],
    [toX, toY],
  ]);
}

/** A point on the way from one to another, so far from the first. */
function towards([x, y]: Point, [toX, toY]: Point, distance: number): Point {
  const size = Math.hypot(toX - x, toY - y) || 1;
  return [x + ((toX - x) / size) * distance, y + ((toY - y) / size) * distance];
}

function scaleBar({ scale }: Fit, width: number, height: number): WholePicture['bar'] {
  const mm = roundBelow(Math.min(width / 5, 130) / scale);
  const [x, y, long] = [14, height - 12, mm * scale];
  return { mm, d: `M${x} ${y - 4}v8M${x} ${y}h${long.toFixed(1)}m0 -4v8`, at: [x + long / 2, y - 7] };
}

/** Where a piece's letter stands: on its metal, in the middle of what is seen of it. */
function letterPlace(piece: LaidPiece, at: (point: Point) => Point, { rims, box }: Metal): Point {
  const middle = at(piece.middle);
  const rim = rims[0] ?? [];
  if (box.height < 18 && box.width > box.height) return [middle[0], box.y + box.height + 11];
  if (box.width < 16) return [box.x + box.width + 10, middle[1]];
  return insidePolygon(...middle, rim) ? middle : centroid(rim);
}

/** Whether a piece stands up and is thin: its words stand beside it. */
const slender = (box: Metal['box']): boolean => box.width < 40 && box.height > 1.5 * box.width;

/** Whether a piece has room for its words. */
const roomy = (box: Metal['box'], width: number): boolean => box.height > 90 && box.width > width + 40;

const wordsAnchor = (letter: Point, box: Metal['box']): Point => [
  letter[0],
  box.height > 120 ? letter[1] : box.y + box.height / 2,
];
