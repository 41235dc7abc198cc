import data from '../../data/purge.json';
import type { TintLimit } from '../acceptance';
import { ln } from '../arithmetic';

const { ppm: LEVELS, words: WORDS } = data.tintLevels;

/** What the inside looks like after welding. */
export interface InsideTint {
  /** 1, bright, to 10, grey and flaking; between the samples by the logarithm of the oxygen. */
  readonly level: number;
  readonly words: string;
}

/** Tint inside by the oxygen that was left. @param ppm oxygen, above 0 Source: levels of AWS D18.2; words are ours. */
export function insideTint(ppm: number, hydrogen = false): InsideTint {
  // Hydrogen in the gas allows about twice the oxygen for one tint.
  const as = hydrogen ? ppm / data.targetPpm.hydrogenFactor : ppm;
  const above = LEVELS.findIndex((limit) => as <= limit);
  const index = above === -1 ? LEVELS.length - 1 : above;
  const [low, high] = [LEVELS[index - 1], LEVELS[index]] as [number | undefined, number];
  const level = low === undefined || above === -1 ? index + 1 : index + ln(as / low) / ln(high / low);
  return { level, words: WORDS[index] as string };
}

/** Oxygen to come down to before welding, ppm, so that the inside keeps a tint. */
export const targetFor = (tint: TintLimit, hydrogen = false): number =>
  data.targetPpm.byTint[tint] * (hydrogen ? data.targetPpm.hydrogenFactor : 1);
