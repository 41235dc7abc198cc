import { isKeepableMoment, METER_KINDS, METER_LINES, parseWith, type Meter, type MeterKind } from '@variatum/contracts';
import { InputError, type FieldError } from '@variatum/metallurgy';
import { shownIn, type LineReading } from './read-line';

/** Field of a line in the wire format, by kind. */
const FIELDS = { oxygen: 'ppm', temperature: 'tempC', ferrite: 'fn', analyser: 'reading' } as const satisfies Readonly<
  Record<MeterKind, string>
>;
/** So many faulty lines are named; a file with more is another file. */
const MOST_NAMED = 20;

/** A trace as lines of time and value. Times are ISO 8601, decimals have a point. */
export function traceFile(
  { kind }: Meter,
  rows: readonly { readonly at: Date; readonly value: number | null; readonly composition: unknown }[],
): string {
  const head = `time,${kind === 'analyser' ? 'reading' : FIELDS[kind]}`;
  const lines = rows.map(({ at, value, composition }) => {
    const shown =
      kind === 'analyser'
        ? composition
          ? `"${JSON.stringify(composition).replaceAll('"', '""')}"`
          : ''
        : (value ?? '');
    return `${at.toISOString()},${shown}`;
  });
  return `${[head, ...lines].join('\r\n')}\r\n`;
}

/** Fields of a line; a value may stand in quotes. */
function fieldsOf(line: string): readonly [string, string] {
  const at = line.search(/[,;\t]/);
  if (at < 0) return [line.trim(), ''];
  const shown = line.slice(at + 1).trim();
  const quoted = /^"(.*)"$/.exec(shown);
  return [line.slice(0, at).trim().replace(/^"|"$/g, ''), quoted ? (quoted[1] as string).replaceAll('""', '"') : shown];
}

/** A moment as loggers write it; without an offset it is of this machine's own time. */
const WRITTEN = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}([.,]\d+)?)?( ?(Z|[+-]\d{2}:?\d{2}))?$/i;
/**
 * A moment as people and loggers write it; a bare number is seconds since 1970. Whatever else looks like a date is
 * none.
 */
function momentOfText(text: string): Date {
  if (/^\d+(\.\d+)?$/.test(text)) return new Date(1000 * Number(text));
  return new Date(WRITTEN.test(text) ? text.replace(',', '.') : Number.NaN);
}
/** A figure as a display shows it. */
const FIGURE = /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i;
const figureOf = (text: string): number => (FIGURE.test(text) ? Number(text) : Number.NaN);

/**
 * Reads a trace: lines of time and value, apart by comma, semicolon or tab; the first one may name them. A value left
 * out is a reading that did not come.
 * @throws InputError naming every faulty line
 */
export function readTraceFile(kind: MeterKind, csv: string): readonly LineReading[] {
  const errors: FieldError[] = [];
  const readings: LineReading[] = [];
  const decimalComma = csv.includes(';');
  csv.split(/\r?\n/).forEach((line, index) => {
    if (line.trim() === '' || errors.length >= MOST_NAMED) return;
    const [time, shown] = fieldsOf(line);
    // Words over the columns.
    if (index === 0 && !/^\d/.test(time)) return;
    const at = momentOfText(time);
    const path = ['csv', index + 1];
    if (Number.isNaN(at.getTime()) || !isKeepableMoment(at.getTime())) {
      errors.push({ path, message: 'give the time as 2026-01-31T08:15:00Z, or seconds since 1970' });
      return;
    }
    const figure = (): number => figureOf(decimalComma ? shown.replace(',', '.') : shown);
    const value = shown === '' ? null : kind === 'analyser' ? jsonOf(shown) : figure();
    if (value !== null && typeof value === 'number' && Number.isNaN(value)) {
      errors.push({ path, message: `give a number in ${METER_KINDS[kind]}` });
      return;
    }
    try {
      readings.push({ at, ...shownIn(parseWith(METER_LINES[kind], { [FIELDS[kind]]: value })) });
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      for (const { message } of error.errors) errors.push({ path, message });
    }
  });
  if (errors.length === 0 && readings.length === 0)
    errors.push({ path: ['csv'], message: 'holds no line with a time' });
  if (errors.length > 0) throw new InputError(errors);
  return readings;
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}
