import { curve, rampOver, step, type Curve } from '../../arithmetic';
import figures from '../../../data/risks/thermal-mismatch.json';
import { ELEMENT_INDEX } from '../../composition';
import { temperatureSwing } from '../hot-service';
import type { PieceSample } from '../material';
import type { RiskMechanism } from '../mechanism';
import type { RiskSample } from '../risk-sample';
import { fromJson } from '../../from-json';
import { stiffness } from '../stiffness';
import { told } from '../told';

type Tables = Readonly<Record<string, readonly (readonly number[])[]>>;
const curves = (tables: Tables): Readonly<Record<string, Curve>> =>
  Object.fromEntries(Object.entries(tables).map(([kind, points]) => [kind, curve(points)]));
const EXPANSION: Readonly<Record<string, Curve | undefined>> = curves(figures.expansion);
const BY_GRADE: Readonly<Record<string, Curve | undefined>> = curves(figures.byGrade);
const FAMILY_OF = fromJson<Readonly<Record<string, string>>>(figures.familyOf);
const TOUGH: ReadonlySet<string> = new Set(figures.toughFamilies);

const at = (kind: string, temperatureC: number): number =>
  (EXPANSION[kind] ?? (EXPANSION['carbon'] as Curve))(temperatureC);

/** Expansion of austenitic metal: less with much nickel. */
function austenitic(nickel: number, temperatureC: number): number {
  const high = rampOver(nickel, figures.highNickel);
  return (1 - high) * at('austenitic', temperatureC) + high * at('highNickelAustenitic', temperatureC);
}

function nickelAlloy(molybdenum: number, temperatureC: number): number {
  const share = rampOver(molybdenum, figures.molybdenumNickelPercent);
  return (1 - share) * at('nickel', temperatureC) + share * at('molybdenumNickel', temperatureC);
}

/** Mean expansion of a piece from 20 °C to a temperature, 1/K. */
function pieceExpansion({ material, composition }: PieceSample, temperatureC: number): number {
  const own = BY_GRADE[material.id];
  if (own) return own(temperatureC);
  const family = FAMILY_OF[material.family] ?? material.family;
  if (family === 'austenitic') return austenitic(composition[ELEMENT_INDEX.Ni] as number, temperatureC);
  if (family === 'nickel') return nickelAlloy(composition[ELEMENT_INDEX.Mo] as number, temperatureC);
  return at(family, temperatureC);
}

/** Mean expansion of the weld metal by what it froze to, 1/K. */
function weldExpansion(sample: RiskSample, temperatureC: number): number {
  const { pool, nickelBase, stainless } = sample;
  const ferritic = Math.min(1, sample.ferriteNumber / 100 + sample.martensite);
  const ofStainless =
    (1 - ferritic) * austenitic(pool[ELEMENT_INDEX.Ni] as number, temperatureC) +
    ferritic * at('ferritic', temperatureC);
  return (
    nickelBase * nickelAlloy(pool[ELEMENT_INDEX.Mo] as number, temperatureC) +
    stainless * ofStainless +
    Math.max(0, 1 - nickelBase - stainless) * at('carbon', temperatureC)
  );
}

/** Free strain difference between bead and the piece it suits least, percent; a side that yields counts less. */
function strainPercent(sample: RiskSample): number {
  const swing = temperatureSwing(sample);
  const temperatureC = 20 + swing;
  const weld = weldExpansion(sample, temperatureC);
  let gap = 0;
  for (const piece of sample.pieces) {
    const side = TOUGH.has(piece.material.family) ? figures.toughSide : 1;
    gap = Math.max(gap, side * Math.abs(weld - pieceExpansion(piece, temperatureC)));
  }
  return gap * swing * 100;
}

/** Fatigue along the bead from parts that grow differently when heated. */
export const thermalMismatch: RiskMechanism = {
  id: 'thermal-mismatch',
  title: 'Thermal expansion mismatch',
  scope: 'bead',
  probability(sample) {
    const { cycling } = sample.service;
    const weight = cycling === true ? 1 : cycling === false ? figures.notCycled : figures.unknownCycling;
    return weight * stiffness(sample, figures.thin) * step(strainPercent(sample), figures.center, figures.width);
  },
  explain(sample) {
    const strain = strainPercent(sample);
    const swing = temperatureSwing(sample);
    return {
      drivers: [
        { name: 'free strain difference', value: strain, unit: '%', limit: figures.center },
        { name: 'temperature swing', value: swing, unit: 'K' },
      ],
      reason:
        `Over ${swing.toFixed(0)} K the bead and its weaker neighbour grow ${strain.toFixed(2)} % apart; above ` +
        `about ${figures.center} % every heating works the joint.`,
      remedy: 'A nickel rod stands between the two; keep the bead out of the hottest place.',
    };
  },
  ...told(figures),
};
