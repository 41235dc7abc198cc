import {
  choose,
  chooseFirst,
  constitution,
  explainChoice,
  explainConstitution,
  explainPool,
  explainPurge,
  explainSettings,
  explainVent,
  fillerLoss,
  findGrade,
  heat,
  identify,
  InputError,
  beadFinding,
  coolingForecast,
  interpassFit,
  interpassLimit,
  isoLineSurface,
  judgeOrder,
  learnDilution,
  nextTests,
  order,
  orderPlans,
  pool,
  poolCloud,
  purge,
  purgeFit,
  quote,
  readTint,
  selfJointLoss,
  settings,
  shrink,
  validateComposition,
  vent,
  weldHeat,
  type ArcRun,
  type Candidate,
  type ChooseInput,
  type Composition,
  type FieldPath,
  type FillerLoss,
  type Fit,
  type HeatQuestion,
  type IdentifyInput,
  type LearnDilutionQuestion,
  type NextTest,
  type OrderPlansQuestion,
  type OrderQuestion,
  type PoolInput,
  type PurgeFitQuestion,
  type PurgeQuestion,
  type QuoteQuestion,
  type SeamQuestion,
  type SettingsQuestion,
  type ShrinkQuestion,
  type TintQuestion,
  type VentQuestion,
  type WeldHeatQuestion,
  type CoolingForecastQuestion,
} from '@variatum/metallurgy';
import type * as z from 'zod';
import {
  chooseQuestionSchema,
  compositionSchema,
  constitutionQuestionSchema,
  coolingForecastQuestionSchema,
  explainChoiceQuestionSchema,
  heatQuestionSchema,
  identifyQuestionSchema,
  interpassFitQuestionSchema,
  judgeOrderQuestionSchema,
  learnQuestionSchema,
  orderPlansQuestionSchema,
  orderQuestionSchema,
  pieceOfJointQuestionSchema,
  planQuestionSchema,
  poolQuestionSchema,
  purgeFitQuestionSchema,
  purgeQuestionSchema,
  quoteQuestionSchema,
  rodOfJointQuestionSchema,
  settingsQuestionSchema,
  shrinkQuestionSchema,
  tintQuestionSchema,
  ventQuestionSchema,
  weldHeatQuestionSchema,
  type PieceOfJointQuestion,
  type PlanQuestion,
} from '@variatum/contracts';
import { checkedPlan } from '../checks';
import { planOfJob } from '../plan';

/** One thing the program computes: what it must be asked, and how it answers. */
interface Computation<Question, Answer> {
  readonly summary: string;
  /** Schema of its question; where several are understood, the one a document is meant for. */
  schema(document: Readonly<Record<string, unknown>>): z.ZodType<NoInfer<Question>>;
  /**
   * Answers a checked question; the same seed gives the same answer on every machine.
   * @throws InputError naming every faulty field
   */
  run(question: Question, seed: number, watch?: ComputationWatch): Answer;
}

/** Told the share done of a long computation, 0 to 1; answers false to stop it. */
export type ComputationWatch = (share: number) => boolean;

const computation = <Question, Answer>(one: Computation<Question, Answer>): Computation<Question, Answer> => one;

/** What is believed of a piece: the grades it may be, and what to test next. */
export interface PieceBelief {
  readonly candidates: readonly Candidate[];
  readonly fit: Fit;
  readonly nextTests: readonly NextTest[];
  /** Whether no test at hand is worth its minutes for the rod. */
  readonly enough: boolean;
}

/** A piece by its item and its tests alone, whatever else is said of it. */
const asItem = ({ item = {}, tests = [] }: IdentifyInput = {}): IdentifyInput => ({ item, tests });

function believed(piece: IdentifyInput | undefined, loss: FillerLoss, owned?: readonly string[]): PieceBelief {
  const known = identify(asItem(piece));
  const { tests, enough } = nextTests(known, loss, owned);
  return {
    candidates: known.candidates,
    fit: known.fit,
    nextTests: tests,
    enough: enough && known.fit.level !== 'none',
  };
}

/**
 * Settings and choice are both asked with the pieces of a joint; only settings name a process, a machine or a pass
 * beside it.
 */
const asksForSettings = (question: object): question is SettingsQuestion =>
  ['process', 'machine', 'pass'].some((name) => name in question);

/** Every computation by its name: what the command line, the browser's workers and the server's threads run. */
export const COMPUTATIONS = {
  constitution: computation({
    summary: 'diagrams and indices of a composition',
    schema: () => constitutionQuestionSchema,
    run(question: z.output<typeof constitutionQuestionSchema>) {
      const surface = question.wrc1992Lines && isoLineSurface(question.wrc1992Lines, ['wrc1992Lines']);
      const of = (composition: unknown, path: FieldPath): unknown =>
        constitution(validateComposition(composition, path), question.thicknessMm, surface);
      if ('composition' in question) return of(question.composition, ['composition']);
      return { results: question.compositions.map((composition, index) => of(composition, ['compositions', index])) };
    },
  }),
  pool: computation({
    summary: 'weld metal of base metals, rod and dilution',
    schema: () => poolQuestionSchema,
    run: (question: PoolInput) => pool(question),
  }),
  identify: computation({
    summary: 'grades a piece may be, from its tests',
    schema: () => identifyQuestionSchema,
    run: (question: IdentifyInput, seed) => believed(question, selfJointLoss(asItem(question), seed)),
  }),
  choose: computation({
    summary: 'filler rod for a joint, with risks and reasons',
    schema: () => chooseQuestionSchema,
    run: (question: ChooseInput, seed) => choose(question, seed),
  }),
  purge: computation({
    summary: 'how long a purge takes, and what it leaves',
    schema: () => purgeQuestionSchema,
    run: (question: PurgeQuestion, seed) => purge(question, seed),
  }),
  'purge-fit': computation({
    summary: 'what the readings of a running purge say: time left, and what is wrong',
    schema: () => purgeFitQuestionSchema,
    run: (question: PurgeFitQuestion, seed) => purgeFit(question, seed),
  }),
  'interpass-fit': computation({
    summary: 'when a weld that cools may be gone on with',
    schema: () => interpassFitQuestionSchema,
    run: ({ grade, limitC, ...rest }: z.output<typeof interpassFitQuestionSchema>) => {
      const known = grade === undefined ? undefined : findGrade(grade);
      if (grade !== undefined && !known) throw InputError.at(['grade'], `"${grade}" is no grade of the catalogue`);
      const limit = limitC ?? (known && interpassLimit(known));
      if (limit === undefined) throw InputError.at(['limitC'], 'give the limit in °C, or a grade that has one');
      return interpassFit({ ...rest, limitC: limit });
    },
  }),
  'bead-finding': computation({
    summary: 'what the last bead of a joint says: of dilution, of the pieces, of a crack and what to change',
    schema: () => chooseQuestionSchema,
    run: (question: ChooseInput, seed) => beadFinding(question, seed),
  }),
  vent: computation({
    summary: 'what a vent does to the pool, and the hole to drill',
    schema: () => ventQuestionSchema,
    run: (question: VentQuestion) => vent(question),
  }),
  settings: computation({
    summary: 'settings at the torch for a pass, with reasons',
    schema: () => settingsQuestionSchema,
    run: (question: SettingsQuestion) => settings(question),
  }),
  heat: computation({
    summary: 'what one bead does to a plate: temperatures, cooling, pool, melting through, colours',
    schema: () => heatQuestionSchema,
    run: (question: HeatQuestion, seed) => heat(question, seed),
  }),
  shrink: computation({
    summary: 'how far a weld draws together, bows a member or curls a plate',
    schema: () => shrinkQuestionSchema,
    run: (question: ShrinkQuestion) => shrink(question),
  }),
  order: computation({
    summary: 'in which order to weld a ring or a seam, beside the usual orders',
    schema: () => orderQuestionSchema,
    run: (question: OrderQuestion, seed) => order(question, seed),
  }),
  tint: computation({
    summary: 'what a heat tint in a picture comes to: level, oxide film, temperature',
    schema: () => tintQuestionSchema,
    run: (question: TintQuestion) => readTint(question),
  }),
  learn: computation({
    summary: 'dilution of a technique in a workshop’s own hands, from beads whose ferrite was measured',
    schema: () => learnQuestionSchema,
    run: (question: LearnDilutionQuestion, seed) => learnDilution(question, seed),
  }),
  plan: computation({
    summary: 'one plan of a whole job: rods, passes, tacks, gas, every step in its order, minutes',
    schema: () => planQuestionSchema,
    run: ({ check, ...question }: PlanQuestion, seed) => (check ? checkedPlan : planOfJob)({ ...question, seed }),
  }),
  quote: computation({
    summary: 'what a job takes and comes to: rods, gas, minutes of each stage, money',
    schema: () => quoteQuestionSchema,
    run: (question: QuoteQuestion, seed) => quote(question, seed),
  }),
  explain: computation({
    summary: 'every figure of a composition, a pool, a rod, a purge or a vent with its formula, numbers and source',
    schema(document) {
      if (document['space'] !== undefined) return purgeQuestionSchema;
      if (document['holesMm'] !== undefined) return ventQuestionSchema;
      if (document['pieces'] !== undefined)
        return asksForSettings(document) ? settingsQuestionSchema : explainChoiceQuestionSchema;
      if (document['parents'] !== undefined) return poolQuestionSchema;
      if (document['composition'] === undefined)
        throw InputError.at(
          ['composition'],
          'give a composition, the parents of a pool, the pieces of a joint, the space of a purge, the holes of ' +
            'a vent, or pieces with the process of their settings',
        );
      return constitutionQuestionSchema;
    },
    run(
      question:
        | (ChooseInput & { readonly rod?: string | null | undefined })
        | PoolInput
        | PurgeQuestion
        | SettingsQuestion
        | VentQuestion
        | z.output<typeof constitutionQuestionSchema>,
      seed,
    ): unknown {
      if ('space' in question) return { steps: explainPurge(question) };
      if ('holesMm' in question) return { steps: explainVent(question) };
      if ('pieces' in question && asksForSettings(question)) return { steps: explainSettings(question) };
      if ('pieces' in question) {
        const { rod, ...joint } = question;
        return explainChoice(joint, rod, seed);
      }
      if ('parents' in question) return { steps: explainPool(question) };
      if (!('composition' in question)) throw InputError.at(['compositions'], 'give one composition');
      const surface = question.wrc1992Lines && isoLineSurface(question.wrc1992Lines, ['wrc1992Lines']);
      const composition = validateComposition(question.composition, ['composition']);
      return { steps: explainConstitution(composition, question.thicknessMm, surface) };
    },
  }),
  'order-plans': computation({
    summary: 'usual orders of a seam with any metal on its two sides, and a better one',
    schema: () => orderPlansQuestionSchema,
    run: (question: OrderPlansQuestion, seed, watch) => orderPlans(question, seed, watch),
  }),
  'judge-order': computation({
    summary: 'what an order of one’s own comes to',
    schema: () => judgeOrderQuestionSchema,
    run: (question: { readonly seam: SeamQuestion; readonly runs: readonly ArcRun[] }) => judgeOrder(question),
  }),
  'weld-heat': computation({
    summary: 'the heat of a seam welded in an order: a picture for every moment, and what follows',
    schema: () => weldHeatQuestionSchema,
    run: (question: WeldHeatQuestion, seed, watch) => weldHeat(question, seed, watch),
  }),
  'cooling-forecast': computation({
    summary: 'how warm a seam is where it is gone on with, and when it is cool, by the heat that was laid',
    schema: () => coolingForecastQuestionSchema,
    run: (question: CoolingForecastQuestion) => coolingForecast(question),
  }),
  'choose-first': computation({
    summary: 'a first ranking of rods, before the order is settled',
    schema: () => chooseQuestionSchema,
    run: (question: ChooseInput, seed) => chooseFirst(question, seed),
  }),
  'identify-piece': computation({
    summary: 'grades one piece of a joint may be',
    schema: () => pieceOfJointQuestionSchema,
    run({ joint, piece }: PieceOfJointQuestion): Pick<PieceBelief, 'candidates' | 'fit'> {
      const { candidates, fit } = identify(asItem(joint.pieces[piece]));
      return { candidates, fit };
    },
  }),
  'plan-tests': computation({
    summary: 'as identify-piece, with the tests that are worth most for the rod of this very joint',
    schema: () => pieceOfJointQuestionSchema,
    run: ({ joint, piece, owned }: PieceOfJointQuestion, seed) =>
      believed(joint.pieces[piece], fillerLoss(joint, piece, seed), owned),
  }),
  'pool-cloud': computation({
    summary: 'pools of one rod as they scatter over the constitution diagram',
    schema: () => rodOfJointQuestionSchema,
    run: ({ joint, rod }: { readonly joint: ChooseInput; readonly rod: string | null }, seed) =>
      poolCloud(joint, rod, seed),
  }),
  trace: computation({
    summary: 'every figure of one composition with its formula, numbers and source',
    schema: () => compositionSchema,
    run: (composition: Composition) => explainConstitution(composition),
  }),
} as const;

/** Name of a computation. */
export type ComputationName = keyof typeof COMPUTATIONS;
type Run<Name extends ComputationName> = (typeof COMPUTATIONS)[Name]['run'];
/** What a computation is asked. */
export type QuestionOf<Name extends ComputationName> = Parameters<Run<Name>>[0];
/** What a computation answers. */
export type ComputedBy<Name extends ComputationName> = ReturnType<Run<Name>>;
