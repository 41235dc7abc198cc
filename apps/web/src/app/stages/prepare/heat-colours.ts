import { tintAt } from '@variatum/metallurgy';

/** Colour for a temperature in the picture of heat: bare metal when cold, yellow, red, white where it is molten. */
const STOPS: readonly (readonly [number, number, number, number])[] = [
  [20, 226, 222, 210],
  [60, 240, 226, 178],
  [150, 245, 200, 110],
  [300, 238, 150, 62],
  [550, 214, 84, 44],
  [850, 158, 34, 46],
  [1200, 112, 22, 58],
  [1400, 255, 255, 255],
  [2200, 255, 255, 255],
];

/** Red, green and blue of a temperature, 0 to 255. */
export function heatRgb(temperatureC: number): readonly [number, number, number] {
  const next = STOPS.findIndex(([at]) => at >= temperatureC);
  const pick = ([, r, g, b]: (typeof STOPS)[number]): readonly [number, number, number] => [r, g, b];
  if (next === 0) return pick(STOPS[0]!);
  if (next < 0) return pick(STOPS[STOPS.length - 1]!);
  const [low, high] = [STOPS[next - 1]!, STOPS[next]!];
  const share = (temperatureC - low[0]) / (high[0] - low[0]);
  return [1, 2, 3].map((part) => Math.round(low[part]! + share * (high[part]! - low[part]!))) as unknown as readonly [
    number,
    number,
    number,
  ];
}

/** Degrees between two entries of `HEAT_TABLE`, and how many entries there are. */
const HEAT_STEP_C = 4;
const ENTRIES = 551;
/**
 * Red, green and blue of every fourth degree, one after another: pictures ask for it a hundred thousand times a second.
 */
export const HEAT_TABLE = Uint8ClampedArray.from(
  { length: 3 * ENTRIES },
  (_, at) => heatRgb(Math.floor(at / 3) * HEAT_STEP_C)[at % 3]!,
);
/** Where a temperature stands in `HEAT_TABLE`. */
export const heatIndex = (temperatureC: number): number =>
  3 * Math.min(ENTRIES - 1, Math.max(0, Math.round(temperatureC / HEAT_STEP_C)));

/** The same as a colour of a style sheet. */
export const heatColour = (temperatureC: number): string => `rgb(${heatRgb(temperatureC).join(' ')})`;

/** Temperatures that stand in the key. */
export const HEAT_KEY = [60, 150, 300, 550, 850, 1400] as const;

/** Colours of the oxide films, as they are drawn. */
export const TINT_COLOURS: Readonly<Record<string, string>> = {
  'pale yellow': '#efe0a2',
  straw: '#dfbf62',
  'dark yellow': '#c99a3a',
  brown: '#99683a',
  'purple-brown': '#835168',
  'dark purple': '#5c3d78',
  blue: '#3f63ae',
  'dark blue': '#293d6b',
  'grey scale': '#75767a',
};

/** Metal without colour, and a bead under gas. */
const BARE = [226, 222, 210] as const;
const BEAD = [196, 199, 202] as const;
const MOLTEN_C = 1400;

const rgbOf = (hex: string): readonly number[] => [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16));

/**
 * Red, green and blue of the colour each fourth degree leaves in air, for a metal with so much chromium, laid out as
 * `HEAT_TABLE`.
 */
export function tintTable(chromiumPercent: number): Uint8ClampedArray {
  const table = new Uint8ClampedArray(3 * ENTRIES);
  for (let entry = 0; entry < ENTRIES; entry++) {
    const temperatureC = entry * HEAT_STEP_C;
    const tint = tintAt(temperatureC, chromiumPercent);
    const colour = tint === null ? undefined : TINT_COLOURS[tint];
    table.set(temperatureC >= MOLTEN_C ? BEAD : colour === undefined ? BARE : rgbOf(colour), 3 * entry);
  }
  return table;
}
