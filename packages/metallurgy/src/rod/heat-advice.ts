import data from '../../data/heat-treatment.json';
import { hydrogenMlOf, isCastIron, isMartensitic, type Confidence, type Rod } from '../catalogue';
import { toVector, meanComposition } from '../composition';
import { fromJson } from '../from-json';
import type { Joint } from '../joint';
import { preheatOf, type Material } from '../risk';
import type { Service } from '../service';
import type { PieceBelief } from './piece';

/** Advice about heat before, between or after welding, for one piece as it most likely is. */
export interface HeatAdvice {
  readonly kind: 'preheat' | 'between-passes' | 'afterwards';
  /** Position of the piece, 0-based. */
  readonly piece: number;
  readonly grade: string;
  /** From and to, °C; a single limit stands as both. */
  readonly temperatureC: readonly [number, number];
  /** Time at temperature, minutes; 0 where it does not matter. */
  readonly minutes: number;
  /** One sentence that names figures and why. */
  readonly words: string;
  readonly source: string;
  readonly confidence: Confidence;
}

interface Afterwards {
  readonly grades?: readonly string[];
  readonly families?: readonly string[];
  /** Families of rods it goes with; `none` for no rod, `any` for all. */
  readonly rods: readonly string[];
  readonly thickerThanMm?: number;
  readonly hotterThanC?: number;
  readonly temperatureC: readonly [number, number];
  readonly minutesPerMm: number;
  readonly leastMinutes: number;
  readonly first: string;
  readonly reason: string;
  readonly source: string;
  readonly confidence: Confidence;
}

const AFTERWARDS = fromJson<readonly Afterwards[]>(data.afterwards);
const BETWEEN = fromJson<Readonly<Record<string, number | undefined>>>(data.interpassC);
const BETWEEN_BY_GRADE = fromJson<Readonly<Record<string, number | undefined>>>(data.interpassByGradeC);
/** A preheat is told as its figure up to this much above it, K. */
const PREHEAT_RANGE = data.preheatRangeK;

const timeWords = (minutes: number): string =>
  minutes === 0
    ? ''
    : minutes < 120
      ? `, ${Math.round(minutes / 5) * 5} minutes`
      : `, ${(minutes / 60).toFixed(minutes % 60 < 8 ? 0 : 1)} hours`;

function afterwardsOf(
  material: Material,
  rod: Rod | null,
  thicknessMm: number,
  service: Service,
): Afterwards | undefined {
  const kind = rod?.family ?? 'none';
  return AFTERWARDS.find(
    ({ grades, families, rods, thickerThanMm = 0, hotterThanC }) =>
      (grades?.includes(material.id) || families?.includes(material.family)) &&
      (rods.includes('any') || rods.includes(kind)) &&
      thicknessMm > thickerThanMm &&
      (hotterThanC === undefined || (service.highestC ?? 0) > hotterThanC),
  );
}

/** Most a metal may have between passes, °C; undefined where nobody asks for a limit. */
export const interpassLimit = ({ id, family }: Pick<Material, 'id' | 'family'>): number | undefined =>
  BETWEEN_BY_GRADE[id] ?? BETWEEN[family];

/**
 * What heat the pieces call for with a rod: preheat, the most between passes, and treatment afterwards, each for what a
 * piece most likely is.
 * @param rod the filler that is to be used; null for none
 */
export function heatAdvice(
  pieces: readonly PieceBelief[],
  joint: Joint,
  service: Service,
  rod: Rod | null,
): readonly HeatAdvice[] {
  return pieces.flatMap(({ candidates }, piece): HeatAdvice[] => {
    const likeliest = candidates[0];
    if (!likeliest) return [];
    const { material, belief } = likeliest;
    const thicknessMm = joint.thicknessMm[piece] as number;
    const grade = material.id;
    const advice: HeatAdvice[] = [];
    const preheat = preheatOf(
      material,
      toVector(meanComposition(belief)),
      thicknessMm,
      hydrogenMlOf(rod, joint.process),
    );
    if (preheat > 0)
      advice.push({
        kind: 'preheat',
        piece,
        grade,
        temperatureC: [preheat, preheat + PREHEAT_RANGE],
        minutes: 0,
        words:
          `Preheat ${grade} to ${preheat} to ${preheat + PREHEAT_RANGE} °C and hold it there until the weld is ` +
          `done${isMartensitic(material.family) ? ': it hardens in air' : ''}.`,
        source: 'Preheat by carbon (martensitic stainless) or by CET, EN 1011-2:2001 method B',
        confidence: 'medium',
      });
    const between = interpassLimit(material);
    if (between !== undefined && !isCastIron(material.family))
      advice.push({
        kind: 'between-passes',
        piece,
        grade,
        temperatureC: [between, between],
        minutes: 0,
        words: `Let ${grade} cool below ${between} °C between passes.`,
        source: data.interpassC.source,
        confidence: fromJson<Confidence>(data.interpassC.confidence),
      });
    const after = afterwardsOf(material, rod, thicknessMm, service);
    if (after) {
      const minutes = Math.max(after.leastMinutes, after.minutesPerMm * thicknessMm);
      const [low, high] = after.temperatureC;
      advice.push({
        kind: 'afterwards',
        piece,
        grade,
        temperatureC: after.temperatureC,
        minutes,
        words: `Afterwards ${grade} at ${low} to ${high} °C${timeWords(minutes)}; ${after.first}: ${after.reason}.`,
        source: after.source,
        confidence: after.confidence,
      });
    }
    return advice;
  });
}
