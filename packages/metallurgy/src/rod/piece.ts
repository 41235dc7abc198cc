import choice from '../../data/choice.json';
import { findGrade, findRod, GRADES, guessFamily, notInCatalogue, RODS } from '../catalogue';
import {
  beliefFromRanges,
  exactComposition,
  validateComposition,
  type Composition,
  type CompositionBelief,
} from '../composition';
import { checkName, InputError, type FieldError, type FieldPath } from '../errors';
import { catalogueBelief, identify, type ConfirmedCounts, type Identification, type IdentifyInput } from '../identify';
import { interpolate } from '../constitution';
import { findPieceCondition, PIECE_CONDITIONS, type PieceCondition, COATINGS, type Coating } from '../piece';
import { materialOf, type Material } from '../risk';
import risks from '../../data/risks.json';
import { fromJson } from '../from-json';

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
  /** Whether the piece is the weld of a former repair. */
  readonly oldWeld: boolean;
}

/**
 * Turns a piece into candidates. An unknown piece keeps the most probable hypotheses, conditions of work folded together.
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
    return known(analysedMaterial(composition), exactComposition(composition));
  }
  if (input.tests === undefined && input.item === undefined)
    throw InputError.at(path, 'give a grade, a composition, or an item with tests');
  const identification = identify(input, confirmed, path);
  return { candidates: keepProbable(identification, input.coating), identification, condition, oldWeld: false };
}

/** Material facts of an analysed piece: its family follows from the analysis, its scaling limit from chromium. */
function analysedMaterial(composition: Composition): Material {
  const limits = fromJson<readonly (readonly [number, number])[]>(risks.mechanisms['scaling-limit'].byChromium);
  return {
    id: 'analysed piece',
    family: guessFamily(composition),
    scalingLimitC: interpolate(composition.Cr ?? 0, limits),
    hotUse: 0.05,
    stabilisation:
      (composition.Nb ?? 0) + (composition.Ti ?? 0) > 0.1
        ? { elements: ['Nb', 'Ti'], factor: 5, of: ['C'], offset: 0 }
        : undefined,
  };
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
  const sorted = [...folded.values()].sort((left, right) => right.probability - left.probability);
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
