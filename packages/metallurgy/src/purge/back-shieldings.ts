import data from '../../data/back-shieldings.json';
import { fromJson } from '../from-json';
import { BACK_SHIELDINGS, JOINTS, type BackShielding } from '../joint';
import { purge, purgeLevels, type PurgeQuestion } from './purge';
import { insideTint, type InsideTint } from './tint-level';

interface WayFacts {
  readonly setUpMinutes: readonly [number, number];
  readonly volumeL?: number;
  readonly ppm?: readonly [number, number];
  readonly forgives: string;
}
const WAYS = fromJson<Readonly<Record<BackShielding, WayFacts>>>(data.ways);

/** One way of keeping air from the back of a joint, by the same ruler as the others. */
export interface BackShieldingWay {
  readonly way: BackShielding;
  readonly title: string;
  /** Oxygen at the root, ppm, 90 % range. */
  readonly ppm: readonly [number, number];
  readonly tint: InsideTint;
  /** Set-up and waiting, minutes. */
  readonly minutes: readonly [number, number | null];
  readonly gasL: number;
  /** Gas and the hands that wait; null while no rates are known. */
  readonly money: number | null;
  readonly forgives: string;
}

/** What a way costs. */
export interface PurgeRates {
  /** Of a litre of purge gas. */
  readonly gasPerLitre: number;
  /** Of an hour's work. */
  readonly labourPerHour: number;
}

/** Purges that can be had: of the whole space, and between dams beside the joint; undefined while sizes are wanting. */
export interface PossiblePurges {
  readonly purge?: PurgeQuestion | undefined;
  readonly dam?: PurgeQuestion | undefined;
}

type Range = readonly [number, number];
const NOT_MELTED_THROUGH = fromJson<Range>(data.notMeltedThroughPpm);

/** The purge a way is, where it is one and its room is known. */
function questionOf(way: BackShielding, purges: PossiblePurges): PurgeQuestion | undefined {
  if (way === 'purge' || way === 'dam') return purges[way];
  const { volumeL } = WAYS[way];
  return volumeL !== undefined && purges.purge ? { ...purges.purge, space: { volumeL, branched: true } } : undefined;
}

/** A purge through a box leaves no less than what gets in beside the box. */
const atLeast = (least: Range, range: Range): Range => [Math.max(least[0], range[0]), Math.max(least[1], range[1])];

/**
 * All ways of shielding the back of one joint by oxygen, tint, time and money.
 * @param meltsThrough whether the root melts through; where it does not, bare metal behind matters less
 */
export function backShieldingWays(
  purges: PossiblePurges,
  {
    meltsThrough,
    hydrogen = false,
    rates,
  }: { readonly meltsThrough: boolean; readonly hydrogen?: boolean; readonly rates?: PurgeRates | undefined },
): readonly BackShieldingWay[] {
  return BACK_SHIELDINGS.flatMap((way): BackShieldingWay[] => {
    const facts = WAYS[way];
    const question = questionOf(way, purges);
    if ((way === 'purge' || way === 'dam') && !question) return [];
    const found = question && purge(question);
    const [left] = found ? purgeLevels({ ...question, minutes: [found.minutes?.median ?? 30] }) : [];
    const ppm =
      way === 'none' && !meltsThrough ? NOT_MELTED_THROUGH : atLeast(facts.ppm ?? [0, 0], left?.range90 ?? [0, 0]);
    const wait = found?.minutes?.range90 ?? (found ? ([0, null] as const) : ([0, 0] as const));
    const minutes = [
      facts.setUpMinutes[0] + wait[0],
      wait[1] === null ? null : facts.setUpMinutes[1] + wait[1],
    ] as const;
    const gasL = found?.gasL ?? 0;
    const middle = (minutes[0] + (minutes[1] ?? minutes[0] * 2)) / 2;
    return [
      {
        way,
        title: JOINTS.backShielding[way].title,
        ppm,
        tint: insideTint(Math.sqrt(ppm[0] * ppm[1]), hydrogen),
        minutes,
        gasL,
        money: rates ? gasL * rates.gasPerLitre + (middle / 60) * rates.labourPerHour : null,
        forgives: facts.forgives,
      },
    ];
  });
}
