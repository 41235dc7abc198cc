import choice from '../../data/choice.json';
import identificationData from '../../data/identification.json';
import { fromJson } from '../from-json';
import {
  isForeign,
  familyShares,
  findGrade,
  findRod,
  GRADES,
  notInCatalogue,
  RODS,
  type MaterialFamily,
} from '../catalogue';
import {
  beliefFromRanges,
  exactComposition,
  toVector,
  validateComposition,
  type Composition,
  type CompositionBelief,
} from '../composition';
import { checkName, InputError, type FieldError, type FieldPath } from '../errors';
import { catalogueBelief, identify, type ConfirmedCounts, type Identification, type IdentifyInput } from '../identify';
import { findPieceCondition, PIECE_CONDITIONS, type PieceCondition, COATINGS, type Coating } from '../piece';
import { materialOf, scalingLimitOf, type Material } from '../risk';

/** A piece of the joint: a named grade, an analysis, an old weld's rod, or an item with its tests. */
export interface PieceInput extends IdentifyInput {
  readonly grade?: string | undefined;
  readonly composition?: Composition | undefined;
  /** Rod of a former repair, when the piece is an old weld. */
  readonly weldMetal?: string | undefined;
  readonly coating?: Coating | undefined;
  /** State it came in: id of one of `PIECE_CONDITIONS`. */
  readonly condition?: string | undefined;
}

/** One way a piece may be, with its share of the belief. */
export interface PieceCandidate {
  readonly material: Material;
  readonly belief: CompositionBelief;
  readonly coating: Coating;
  readonly probability: number;
}

/** What is believed of a piece. */
export interface PieceBelief {
  readonly candidates: readonly PieceCandidate[];
  /** The identification behind it; undefined for a named grade or an analysis. */
  readonly identification: Identification | undefined;
  /** State it came in; undefined when not stated. */
  readonly condition: PieceCondition | undefined;
  /** Share of the belief that it is metal this advice does not cover, 0 to 1. */
  readonly foreign: number;
  /** Whether the piece is the weld of a former repair. */
  readonly oldWeld: boolean;
}

/**
 * Turns a piece into candidates. An unknown piece keeps the most probable hypotheses, conditions of work folded
 * together.
 * @throws InputError naming every faulty field
 */
export function pieceBelief(input: PieceInput, path: FieldPath, confirmed?: ConfirmedCounts): PieceBelief {
  if (typeof input !== 'object' || input === null)
    throw InputError.at(path, 'give an object with a grade, a composition, or an item with tests');
  const errors: FieldError[] = [];
  checkName(input.coating, COATINGS, [...path, 'coating'], errors);
  const condition = input.condition === undefined ? undefined : findPieceCondition(input.condition);
  checkName(
    input.condition,
    PIECE_CONDITIONS.map(({ id }) => id),
    [...path, 'condition'],
    errors,
  );
  const given = (['grade', 'composition', 'weldMetal'] as const).filter((field) => input[field] !== undefined);
  if (given.length > 1) errors.push({ path, message: `give only one of ${given.join(', ')}` });
  if (errors.length > 0) throw new InputError(errors);
  const coating = input.coating ?? 'bare';
  const known = (material: Material, belief: CompositionBelief): PieceBelief => ({
    candidates: [{ material, belief, coating, probability: 1 }],
    identification: undefined,
    condition,
    foreign: isForeign(material.family) ? 1 : 0,
    oldWeld: input.weldMetal !== undefined,
  });
  if (input.grade !== undefined) {
    const grade = findGrade(input.grade);
    if (!grade) throw InputError.at([...path, 'grade'], notInCatalogue(input.grade, GRADES));
    return known(materialOf(grade), catalogueBelief(GRADES.indexOf(grade)));
  }
  if (input.weldMetal !== undefined) {
    const rod = findRod(input.weldMetal);
    if (!rod) throw InputError.at([...path, 'weldMetal'], notInCatalogue(input.weldMetal, RODS));
    return known({ ...materialOf(rod), id: `${rod.id} weld` }, beliefFromRanges(rod));
  }
  if (input.composition !== undefined) {
    const composition = validateComposition(input.composition, [...path, 'composition']);
    const belief = exactComposition(composition);
    return {
      candidates: familyShares(composition).map(({ family, share }) => ({
        material: analysedMaterial(composition, family),
        belief,
        coating,
        probability: share,
      })),
      identification: undefined,
      condition,
      foreign: 0,
      oldWeld: false,
    };
  }
  if (input.tests === undefined && input.item === undefined)
    throw InputError.at(path, 'give a grade, a composition, or an item with tests');
  const identification = identify(input, confirmed, path);
  const { item } = input;
  const foreign = identification.candidates.reduce(
    (sum, { family, probability }) => (isForeign(family) ? sum + probability : sum),
    0,
  );
  return {
    candidates: analysedAfterAll(identification, coating) ?? keepProbable(identification, input.coating),
    identification,
    condition,
    foreign,
    oldWeld: item?.family === 'old-weld' || item?.form === 'weld',
  };
}

/** Material facts of an analysed piece of a family; its scaling limit follows from the analysis. */
function analysedMaterial(composition: Composition, family: MaterialFamily): Material {
  return {
    id: 'analysed piece',
    family,
    scalingLimitC: scalingLimitOf(toVector(composition)),
    hotUse: 0.05,
    // Whether it is met decides; a piece without niobium or titanium does not meet it.
    stabilisation: { elements: ['Nb', 'Ti'], factor: 5, of: ['C'], offset: 0.1 },
  };
}

/**
 * Where no grade explains an analysis, the analysis itself is the best that is known: its elements as read, what an
 * instrument does not see as usual.
 */
function analysedAfterAll({ fit, tests }: Identification, coating: Coating): readonly PieceCandidate[] | undefined {
  const last = tests.findLast(({ entry }) => entry.reading);
  const reading = fit.level !== 'good' && fit.oddTest === last?.definition.id ? last?.entry.reading : undefined;
  if (!reading) return undefined;
  const composition = { ...fromJson<Composition>(identificationData.unseen.composition), ...reading };
  const belief = beliefFromRanges({ limits: {}, typical: composition });
  return familyShares(composition).map(({ family, share }) => ({
    material: analysedMaterial(composition, family),
    belief,
    coating,
    probability: share,
  }));
}

function keepProbable(
  { hypotheses, beliefOf }: Identification,
  coating: Coating | undefined,
): readonly PieceCandidate[] {
  const { candidatesKept, probabilityKept } = choice.sampling;
  const folded = new Map<string, { gradeIndex: number; coating: Coating; probability: number }>();
  for (const hypothesis of hypotheses) {
    if (coating !== undefined && hypothesis.coating !== coating && hypothesis.coating !== 'bare') continue;
    const key = `${hypothesis.gradeIndex} ${hypothesis.coating}`;
    const entry = folded.get(key);
    if (entry) entry.probability += hypothesis.probability;
    else
      folded.set(key, {
        gradeIndex: hypothesis.gradeIndex,
        coating: coating ?? hypothesis.coating,
        probability: hypothesis.probability,
      });
  }
  const all = [...folded.values()];
  const known = all.filter(({ gradeIndex }) => !isForeign((GRADES[gradeIndex] as (typeof GRADES)[number]).family));
  // Metal this advice does not cover is told apart before a rod is looked for; no pool is drawn of it.
  const sorted = (known.length > 0 ? known : all).sort((left, right) => right.probability - left.probability);
  // Coated and bare forms of one grade count as one of the grades kept.
  const grades = new Set<number>();
  const kept = sorted.filter(({ gradeIndex, probability }) => {
    if (probability < probabilityKept || (!grades.has(gradeIndex) && grades.size >= candidatesKept)) return false;
    grades.add(gradeIndex);
    return true;
  });
  const list = kept.length > 0 ? kept : sorted.slice(0, 1);
  const total = list.reduce((sum, { probability }) => sum + probability, 0);
  return list.map((entry) => ({
    material: materialOf(GRADES[entry.gradeIndex] as (typeof GRADES)[number]),
    belief: beliefOf(entry.gradeIndex),
    coating: entry.coating,
    probability: entry.probability / total,
  }));
}
