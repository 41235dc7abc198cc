import {
  chooseQuestionSchema,
  explainChoiceQuestionSchema,
  constitutionQuestionSchema,
  identifyQuestionSchema,
  parseWith,
  poolQuestionSchema,
} from '@variatum/contracts';
import {
  choose,
  constitution,
  ENGINE_VERSION,
  explainChoice,
  explainConstitution,
  explainPool,
  FIELD_TESTS,
  GRADES,
  identify,
  InputError,
  isoLineSurface,
  ITEM_FAMILIES,
  nextTests,
  pool,
  RODS,
  selfJointLoss,
  validateComposition,
  type IdentifyInput,
  type PoolInput,
} from '@variatum/metallurgy';

/** A computation of the command line: one JSON document in, one out. */
export interface Command {
  /** Whether it reads a document from standard input. */
  readonly readsInput: boolean;
  readonly summary: string;
  run(input: unknown, seed: number): unknown;
}

function objectInput(input: unknown): Record<string, unknown> {
  if (typeof input !== 'object' || input === null || Array.isArray(input))
    throw InputError.at('', 'give one JSON object');
  return input as Record<string, unknown>;
}

const constitutionCommand: Command = {
  readsInput: true,
  summary: 'diagrams and indices of a composition',
  run(input) {
    const document = objectInput(input);
    if (document['composition'] === undefined && document['compositions'] === undefined)
      throw InputError.at('composition', 'missing; give mass percents by chemical symbol');
    const question = parseWith(constitutionQuestionSchema, document);
    const surface = question.wrc1992Lines && isoLineSurface(question.wrc1992Lines, 'wrc1992Lines');
    const of = (composition: unknown, path: string): unknown =>
      constitution(validateComposition(composition, path), question.thicknessMm, surface);
    if ('composition' in question) return of(question.composition, 'composition');
    return { results: question.compositions.map((composition, index) => of(composition, `compositions.${index}`)) };
  },
};

const poolCommand: Command = {
  readsInput: true,
  summary: 'weld metal of base metals, rod and dilution',
  run: (input) => pool(parseWith(poolQuestionSchema, objectInput(input)) as PoolInput),
};

const identifyCommand: Command = {
  readsInput: true,
  summary: 'grades a piece may be, from its tests',
  run(input, seed) {
    const question = parseWith(identifyQuestionSchema, objectInput(input)) as IdentifyInput;
    const known = identify(question);
    const next = nextTests(known, selfJointLoss({ item: question.item ?? {}, tests: question.tests ?? [] }, seed));
    return {
      candidates: known.candidates,
      fit: known.fit,
      nextTests: next.tests,
      enough: next.enough,
    };
  },
};

const chooseCommand: Command = {
  readsInput: true,
  summary: 'filler rod for a joint, with risks and reasons',
  run: (input, seed) => ({
    engineVersion: ENGINE_VERSION,
    ...choose(parseWith(chooseQuestionSchema, objectInput(input)), seed),
  }),
};

const explainCommand: Command = {
  readsInput: true,
  summary: 'every figure of a composition, a pool or a rod with its formula, numbers and source',
  run(input, seed) {
    const document = objectInput(input);
    if (document['pieces'] !== undefined) {
      const { rod, ...question } = parseWith(explainChoiceQuestionSchema, document);
      return explainChoice(question, rod, seed);
    }
    if (document['parents'] !== undefined)
      return { steps: explainPool(parseWith(poolQuestionSchema, document) as PoolInput) };
    if (document['composition'] === undefined)
      throw InputError.at('composition', 'give a composition, the parents of a pool, or the pieces of a joint');
    const question = parseWith(constitutionQuestionSchema, document);
    if (!('composition' in question)) throw InputError.at('compositions', 'give one composition');
    const surface = question.wrc1992Lines && isoLineSurface(question.wrc1992Lines, 'wrc1992Lines');
    const composition = validateComposition(question.composition, 'composition');
    return { steps: explainConstitution(composition, question.thicknessMm, surface) };
  },
};

const catalogue = (summary: string, list: unknown): Command => ({ readsInput: false, summary, run: () => list });

/** The computations by name. */
export const COMMANDS: Readonly<Record<string, Command>> = {
  constitution: constitutionCommand,
  pool: poolCommand,
  identify: identifyCommand,
  choose: chooseCommand,
  explain: explainCommand,
  grades: catalogue('base metals', GRADES),
  rods: catalogue('filler rods', RODS),
  tests: catalogue('field tests', FIELD_TESTS),
  families: catalogue('item families', ITEM_FAMILIES),
};
