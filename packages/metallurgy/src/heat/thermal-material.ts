import data from '../../data/thermal.json';
import { curve, type Curve } from '../arithmetic';
import { FAMILIES, findGrade, type Confidence, type MaterialFamily } from '../catalogue';
import { InputError, type FieldPath } from '../errors';
import { fromJson } from '../from-json';

/** How a metal takes heat, with temperature in °C. */
export interface ThermalMaterial {
  readonly title: string;
  /** W/mK; of the liquid with what its flow carries. */
  readonly conductivity: Curve;
  /** J/kgK, without the heat of fusion. */
  readonly capacity: Curve;
  /** Mean coefficient of expansion from 20 °C, 1/K. */
  readonly expansion: Curve;
  /** At 20 °C, kg/m³: the shape of a part is that of the cold part, so its mass stays with it. */
  readonly densityKgPerM3: number;
  readonly solidusC: number;
  readonly liquidusC: number;
  /** Heat of fusion, J/kg. */
  readonly latentJPerKg: number;
  readonly source: string;
  readonly confidence: Confidence;
}

/** What is asked about: a grade, a family, or two figures that do not change with temperature. */
export type MaterialQuestion =
  | { readonly grade: string }
  | { readonly family: MaterialFamily }
  | {
      /** W/mK */
      readonly conductivity: number;
      /** m²/s */
      readonly diffusivity: number;
    };

type Points = readonly (readonly [number, number])[];

interface ThermalFamily {
  readonly conductivity: Points;
  readonly capacity: Points;
  readonly expansion: Points;
  readonly latentJPerKg: number;
  readonly source: string;
  readonly confidence: Confidence;
}

interface ThermalGrade {
  readonly conductivityFactor: number;
  readonly source: string;
  readonly confidence: Confidence;
}

const THERMAL = fromJson<Readonly<Partial<Record<MaterialFamily, ThermalFamily>>>>(data.families);
const BY_GRADE = fromJson<Readonly<Record<string, ThermalGrade | undefined>>>(data.grades);

function withLiquid(points: Points, factor: number, liquidusC: number): Points {
  const solid = points.map(([at, value]) => [at, value * factor] as const);
  const last = curve(solid)(liquidusC);
  const below = solid.filter(([at]) => at < liquidusC);
  return [...below, [liquidusC, last], [liquidusC + 60, last * data.liquidFactor.value]];
}

function ofFamily(family: MaterialFamily, grade: string | undefined, path: FieldPath): ThermalMaterial {
  const thermal = THERMAL[family];
  if (!thermal)
    throw InputError.at(path, `no heat is reckoned for ${FAMILIES[family].title}: it is not welded to stainless steel`);
  const own = grade === undefined ? undefined : BY_GRADE[grade];
  const { meltingRangeC, densityKgPerM3, title } = FAMILIES[family];
  return {
    title: grade ?? title,
    conductivity: curve(withLiquid(thermal.conductivity, own?.conductivityFactor ?? 1, meltingRangeC[1])),
    capacity: curve(thermal.capacity),
    expansion: curve(thermal.expansion),
    densityKgPerM3,
    solidusC: meltingRangeC[0],
    liquidusC: meltingRangeC[1],
    latentJPerKg: thermal.latentJPerKg,
    source: own ? `${thermal.source}; ${own.source}` : thermal.source,
    confidence: own?.confidence ?? thermal.confidence,
  };
}

/**
 * Metal that does not change with temperature and has no heat of fusion, for closed forms and checks.
 * @param conductivity W/mK
 * @param diffusivity m²/s
 */
function constant(conductivity: number, diffusivity: number): ThermalMaterial {
  const { meltingRangeC, densityKgPerM3 } = FAMILIES.austenitic;
  return {
    title: 'constant properties',
    conductivity: () => conductivity,
    capacity: () => conductivity / diffusivity / densityKgPerM3,
    expansion: () => FAMILIES.austenitic.expansionPerK,
    densityKgPerM3,
    solidusC: meltingRangeC[0],
    liquidusC: meltingRangeC[1],
    latentJPerKg: 0,
    source: 'as given',
    confidence: 'high',
  };
}

/**
 * How a metal takes heat.
 * @param path where the material stands in the question
 * @throws InputError for an unknown grade, a metal that is not welded to stainless steel, or figures out of range
 */
export function thermalMaterial(question: MaterialQuestion, path: FieldPath = ['material']): ThermalMaterial {
  if ('grade' in question) {
    const grade = findGrade(question.grade);
    if (!grade) throw InputError.at([...path, 'grade'], `"${question.grade}" is not in the catalogue`);
    return ofFamily(grade.family, grade.id, [...path, 'grade']);
  }
  if ('family' in question) return ofFamily(question.family, undefined, [...path, 'family']);
  const { conductivity, diffusivity } = question;
  if (!(conductivity >= 1 && conductivity <= 500)) throw InputError.at([...path, 'conductivity'], 'give 1 to 500 W/mK');
  if (!(diffusivity >= 1e-7 && diffusivity <= 2e-4))
    throw InputError.at([...path, 'diffusivity'], 'give 1e-7 to 2e-4 m²/s');
  return constant(conductivity, diffusivity);
}

/** Two figures that stand for a metal over the range hand formulas are used in: means between 20 and a temperature. */
export function meanProperties(
  material: ThermalMaterial,
  toC: number,
): { readonly conductivity: number; readonly diffusivity: number; readonly volumetricHeat: number } {
  const steps = 40;
  let [conducted, held] = [0, 0];
  for (let index = 0; index < steps; index++) {
    const at = 20 + ((index + 0.5) / steps) * (toC - 20);
    conducted += material.conductivity(at) / steps;
    held += material.capacity(at) / steps;
  }
  const volumetricHeat = held * material.densityKgPerM3;
  return { conductivity: conducted, diffusivity: conducted / volumetricHeat, volumetricHeat };
}
