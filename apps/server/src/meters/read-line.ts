import { METER_LINES, parseWith, type MeterKind, type Reading } from '@variatum/contracts';
import { InputError } from '@variatum/metallurgy';
import type { z } from 'zod';

/** A reading as a line gives it. */
export interface LineReading {
  readonly at: Date;
  readonly value: number | null;
  readonly composition: Reading['composition'];
}

/** Clocks of meters run a little ahead; one that runs far ahead is wrong, ms. */
const AHEAD_MS = 60_000;

/** What a line that holds shows: a figure, or the composition an analyser gives. */
export function shownIn(line: z.output<(typeof METER_LINES)[MeterKind]>): Pick<LineReading, 'value' | 'composition'> {
  if ('reading' in line) return { value: null, composition: line.reading ?? undefined };
  return { value: 'ppm' in line ? line.ppm : 'tempC' in line ? line.tempC : line.fn, composition: undefined };
}

/**
 * Reads a line of the wire format.
 * @param arrivedMs when it arrived: what says no moment was shown then
 * @throws InputError naming the field and what would be right
 */
export function readLine(kind: MeterKind, line: string, arrivedMs: number): LineReading {
  let document: unknown;
  try {
    document = JSON.parse(line);
  } catch {
    throw InputError.at([], 'a line is a JSON document of its own');
  }
  const read = parseWith(METER_LINES[kind], document);
  const at = read.at === undefined ? new Date(arrivedMs) : new Date(read.at);
  if (at.getTime() > arrivedMs + AHEAD_MS)
    throw InputError.at(['at'], 'lies in the future: set the clock of the meter, or leave it out');
  return { at, ...shownIn(read) };
}
