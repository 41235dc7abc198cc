import { readLength, readNumber, type GaugeKind, type LengthUnit } from './length';

/** What a text about a size was understood to mean. */
export interface UnderstoodSize {
  /** Outside diameter, mm, 1 to 3000; absent for flat pieces. */
  readonly outsideMm?: number;
  /** Wall or thickness, mm; absent for solid rounds. */
  readonly wallMm?: number;
  readonly understood: string;
}

const SOLID = /\b(bar|round|rod|shaft|spindle|pin|bolt|stud|dia|diameter)\b|[øØ⌀]/i;
/** Words that say what a size is of, not how large it is. */
const WORDS = new RegExp(
  String.raw`\b(tube|tubing|pipe|bar|round|rod|shaft|spindle|pin|bolt|stud|sheet|plate|strip|flat|od|o\.d\.|` +
    String.raw`dia|diameter|outside|wall|thick|at the joint)\b\.?|[øØ⌀]`,
  'gi',
);
const UNIT = /(mm|cm|inch(?:es)?|in|"|″|”)\s*$/i;

/**
 * Understands the size of a piece as shops say it: `42.4 x 2 mm tube`, `1 1/2 in x 16 ga`, `2 in sch 10 pipe`, `28 mm
 * bar`, `16 ga sheet`. A unit at the end counts for the numbers before it that have none.
 * @param unit unit of a bare number
 * @param gauge table a bare gauge number of a flat piece means
 * @returns undefined when it cannot be understood
 */
export function readSize(
  text: string,
  unit: LengthUnit = 'mm',
  gauge: GaugeKind = 'sheet-stainless',
): UnderstoodSize | undefined {
  const bare = text.replace(WORDS, ' ').replace(/\s+/g, ' ').trim();
  const pipe = /sch/i.test(bare) ? readLength(bare, unit) : undefined;
  if (pipe?.outsideMm !== undefined) return { outsideMm: pipe.outsideMm, wallMm: pipe.mm, understood: pipe.understood };
  // A comma with a blank after it parts two sizes; one without is a decimal comma.
  const parts = bare.split(/\s*[x×*]\s*|\s*,\s+/i);
  if (parts.length === 1) {
    const solid = SOLID.test(text);
    const length = readLength(bare, unit, gauge);
    if (!length || !inRange(length.mm)) return undefined;
    return solid
      ? { outsideMm: length.mm, understood: `solid, ${length.understood} across` }
      : { wallMm: length.mm, understood: `${length.understood} thick` };
  }
  if (parts.length !== 2) return undefined;
  const [outsideText, wallText] = parts as [string, string];
  const last = UNIT.exec(wallText)?.[1] ?? '';
  const outside = readLength(
    readNumber(outsideText) === undefined ? outsideText : `${outsideText} ${last}`.trim(),
    unit,
    'tube',
  );
  const wall = readLength(wallText, unit, 'tube');
  if (!outside || !wall || !inRange(outside.mm) || wall.mm * 2 >= outside.mm) return undefined;
  return {
    outsideMm: outside.mm,
    wallMm: wall.mm,
    understood: `outside ${outside.understood}, wall ${wall.understood}`,
  };
}

const inRange = (mm: number): boolean => mm >= 0.1 && mm <= 3000;
