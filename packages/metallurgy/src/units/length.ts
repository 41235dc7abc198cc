import sizes from '../../data/sizes.json';
import { fromJson } from '../from-json';

/** What a text about a length was understood to mean. */
export interface UnderstoodLength {
  /** Length, wall or sheet thickness, mm. */
  readonly mm: number;
  /** The text as it was understood, to be shown beside the field. */
  readonly understood: string;
  /** Outside diameter, mm, when the text named a pipe. */
  readonly outsideMm?: number;
}

/** Which gauge table a bare gauge number means. */
export type GaugeKind = keyof typeof sizes.gauges;

/** Units people use for lengths. */
export type LengthUnit = 'mm' | 'in';

const WORDS: Readonly<Record<string, 'mm' | 'cm' | 'm' | 'in' | 'thou'>> = {
  mm: 'mm',
  millimetre: 'mm',
  millimetres: 'mm',
  millimeter: 'mm',
  millimeters: 'mm',
  cm: 'cm',
  m: 'm',
  in: 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '″': 'in',
  "''": 'in',
  '”': 'in',
  thou: 'thou',
  mil: 'thou',
  mils: 'thou',
};

/** Millimetres of each unit people name, exact by their definitions since 1959. */
const MM = { mm: 1, cm: 10, m: 1000, in: 25.4 } as const;

const inchesToMm = (inches: number): number => inches * MM.in;

/** Reads a plain number, a fraction or a mixed number: `1.65`, `1,65`, `.065`, `1/16`, `1 1/2`, `1-1/2`. */
export function readNumber(text: string): number | undefined {
  const plain = text.trim().replace(',', '.');
  if (/^\d*\.?\d+$|^\d+\.$/.test(plain)) return Number(plain);
  const parts = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)$/.exec(plain);
  if (!parts) return undefined;
  const [, whole = '0', top, bottom] = parts;
  return Number(bottom) === 0 ? undefined : Number(whole) + Number(top) / Number(bottom);
}

/** Nearest of the fractions a rule shows, or undefined when none is within a hundredth of a millimetre. */
function asFraction(inches: number): string | undefined {
  for (const bottom of [2, 4, 8, 16, 32, 64]) {
    const top = Math.round(inches * bottom);
    if (top > 0 && Math.abs(inches - top / bottom) < 0.0004) {
      const whole = Math.floor(top / bottom);
      const rest = top % bottom;
      return rest === 0 ? `${whole}` : `${whole > 0 ? `${whole} ` : ''}${rest}/${bottom}`;
    }
  }
  return undefined;
}

/** A length in the user's unit: `1.65 mm`, `1/16 in`, `0.065 in`. @param mm length, mm */
export function formatLength(mm: number, unit: LengthUnit): string {
  if (unit === 'mm') return `${Number(mm.toFixed(2))} mm`;
  const inches = mm / MM.in;
  return `${asFraction(inches) ?? Number(inches.toFixed(3))} in`;
}

const both = (mm: number): string => `${formatLength(mm, 'mm')} (${formatLength(mm, 'in')})`;

function readPipe(text: string): UnderstoodLength | undefined {
  const parts = /^(?:nps\s*)?([\d\s/.-]+?)\s*(?:in|inch|"|″)?\s*(?:pipe\s*)?(?:sch|schedule)\.?\s*(\d+)s?$/i.exec(
    text.trim(),
  );
  if (!parts) return undefined;
  const wanted = readNumber(parts[1] as string);
  const schedule = parts[2] as string;
  const size = Object.entries(sizes.pipe.sizes).find(([name]) => readNumber(name) === wanted);
  if (!size) return undefined;
  const [name, { outsideInches, wallInches }] = size;
  const wall = fromJson<Readonly<Record<string, number>>>(wallInches)[schedule];
  if (wall === undefined) return undefined;
  const mm = inchesToMm(wall);
  const outsideMm = inchesToMm(outsideInches);
  return {
    mm,
    outsideMm,
    understood: `${name} in pipe schedule ${schedule}: wall ${both(mm)}, outside ${both(outsideMm)}`,
  };
}

function readGauge(text: string, kind: GaugeKind): UnderstoodLength | undefined {
  const number = /^(\d+)\s*(?:ga|gauge|swg|bwg)\.?$/i.exec(text.trim())?.[1];
  const inches = number && fromJson<Readonly<Record<string, number>>>(sizes.gauges[kind].inches)[number];
  if (!inches) return undefined;
  const mm = inchesToMm(inches);
  return {
    mm,
    understood:
      `${number} gauge ` +
      `${kind === 'tube' ? 'tube' : kind === 'sheet-carbon' ? 'carbon-steel sheet' : 'stainless sheet'}: ` +
      both(mm),
  };
}

/**
 * Understands a thickness, wall or length as shops write it: `1.65`, `1.65 mm`, `1/16"`, `.065`, `0.065 in`, `65 thou`,
 * `16 ga`, `2 in sch 10`. A bare number below 1 that begins with a point is taken as inches, any other in the user's
 * unit.
 * @param unit unit of a bare number
 * @param gauge table a bare gauge number means
 * @returns undefined when it cannot be understood
 */
export function readLength(
  text: string,
  unit: LengthUnit = 'mm',
  gauge: GaugeKind = 'sheet-stainless',
): UnderstoodLength | undefined {
  const special = readPipe(text) ?? readGauge(text, gauge);
  if (special) return special;
  const parts = /^([\d\s.,/-]+?)\s*([a-zA-Z"″”']*)\.?$/.exec(text.trim());
  if (!parts) return undefined;
  const number = readNumber(parts[1] as string);
  const word = (parts[2] as string).toLowerCase();
  if (number === undefined) return undefined;
  // Nobody writes millimetres as .065 or 1/16: a point in front or a fraction means inches.
  const inchForm = /^\.|\//.test((parts[1] as string).trim());
  const named = word === '' ? (inchForm ? 'in' : unit) : WORDS[word];
  if (named === undefined) return undefined;
  const mm = named === 'thou' ? inchesToMm(number / 1000) : number * MM[named];
  return { mm, understood: both(mm) };
}
