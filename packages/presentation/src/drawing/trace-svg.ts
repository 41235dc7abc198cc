import { pathOf } from './fit';
import { svgOf, words, type PaperLook } from './svg';

/** A trace over time, as it is drawn. */
export interface Trace {
  /** Moments in ms and what was shown; null: nothing came. */
  readonly points: readonly { readonly atMs: number; readonly value: number | null }[];
  readonly unit: string;
  /** A limit that is drawn across; null: none. */
  readonly limit: number | null;
  /** By tenfold steps: for what falls over decades. */
  readonly decades: boolean;
  /** Moments that are marked below, with a letter or figure each. */
  readonly marks: readonly { readonly atMs: number; readonly words: string }[];
}

const LEFT = 46;
const RIGHT = 12;
const TOP = 26;
const BOTTOM = 34;
const STEPS_MIN = [1, 2, 5, 10, 15, 30, 60, 120, 240, 480, 1440, 2880, 7200];

/** Where the scale is marked: tens, or round steps. */
function stepsOf(low: number, high: number, decades: boolean): readonly number[] {
  if (decades) {
    const [first, last] = [Math.floor(Math.log10(low)), Math.ceil(Math.log10(high))];
    return Array.from({ length: last - first + 1 }, (_, index) => 10 ** (first + index));
  }
  const decade = 10 ** Math.floor(Math.log10(Math.max(1e-6, high - low)));
  const step = [decade / 5, decade / 2, decade, 2 * decade].find((one) => (high - low) / one <= 6) ?? decade;
  const first = Math.floor(low / step);
  return Array.from({ length: Math.ceil(high / step) - first + 1 }, (_, index) => (first + index) * step);
}

const figure = (value: number): string =>
  value >= 1000 ? String(value).replace(/\B(?=(\d{3})+$)/g, ' ') : String(Number(value.toPrecision(3)));

/**
 * Draws a trace over the minutes since its first moment; where nothing came the line breaks off.
 * @returns an empty text where there is nothing to draw
 */
export function traceSvg(
  { points, unit, limit, decades, marks }: Trace,
  width: number,
  height: number,
  look: PaperLook,
): string {
  const shown = points.flatMap(({ atMs, value }) => (value === null ? [] : [{ atMs, value }]));
  const first = points[0];
  if (shown.length < 2 || !first) return '';
  const values = [...shown.map(({ value }) => value), ...(limit === null ? [] : [limit])].map((value) =>
    decades ? Math.max(1, value) : value,
  );
  const steps = stepsOf(Math.min(...values), Math.max(...values, decades ? 10 : Math.min(...values) + 1), decades);
  const [low, high] = [steps[0] as number, steps.at(-1) as number];
  const scale = (value: number): number => (decades ? Math.log10(Math.max(low, value)) : value);
  const startMs = first.atMs;
  const minutes = Math.max(1e-3, ((points.at(-1) as typeof first).atMs - startMs) / 60_000);
  const x = (atMs: number): number => LEFT + (((atMs - startMs) / 60_000) * (width - LEFT - RIGHT)) / minutes;
  const y = (value: number): number =>
    height - BOTTOM - ((scale(value) - scale(low)) * (height - TOP - BOTTOM)) / (scale(high) - scale(low) || 1);
  const line = (d: string, colour: string, thick: number, dashes = ''): string =>
    `<path d="${d}" fill="none" stroke="${colour}" ` +
    `stroke-width="${thick}"${dashes && ` stroke-dasharray="${dashes}"`}/>`;
  const parts: string[] = [];
  for (const step of steps) {
    parts.push(line(`M${LEFT} ${y(step).toFixed(1)}H${width - RIGHT}`, '#d5dade', 0.6));
    parts.push(words(figure(step), [LEFT - 5, y(step)], look, 9.5, { 'text-anchor': 'end', fill: look.soft }));
  }
  const stepMin = STEPS_MIN.find((one) => minutes / one <= 8) ?? Math.ceil(minutes / 8);
  for (let at = 0; at <= minutes + 1e-9; at += stepMin)
    parts.push(words(String(at), [x(startMs + at * 60_000), height - BOTTOM + 10], look, 9.5, { fill: look.soft }));
  parts.push(words('minutes', [width - RIGHT, height - 7], look, 9.5, { 'text-anchor': 'end', fill: look.soft }));
  parts.push(words(unit, [4, 7], look, 9.5, { 'text-anchor': 'start', fill: look.soft }));
  if (limit !== null) parts.push(line(`M${LEFT} ${y(limit).toFixed(1)}H${width - RIGHT}`, look.missed, 1, '5 3'));
  for (const mark of marks) {
    if (mark.atMs < startMs || x(mark.atMs) > width - RIGHT) continue;
    parts.push(line(`M${x(mark.atMs).toFixed(1)} ${TOP}V${height - BOTTOM}`, look.soft, 0.6, '2 3'));
    parts.push(words(mark.words, [x(mark.atMs), TOP - 6], look, 9, { fill: look.soft }));
  }
  // Where nothing came the line breaks off.
  let run: [number, number][] = [];
  const runs = [run];
  for (const { atMs, value } of points)
    if (value === null) runs.push((run = []));
    else run.push([x(atMs), y(value)]);
  for (const one of runs) if (one.length > 1) parts.push(line(pathOf(one), look.seam, 1.3));
  return svgOf(width, height, parts.join(''));
}
