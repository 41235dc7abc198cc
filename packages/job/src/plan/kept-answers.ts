import type {
  ArcRun,
  Choice,
  ChooseInput,
  FirstAnswer,
  IdentifyInput,
  Judgement,
  SeamQuestion,
} from '@variatum/metallurgy';
import type { Beliefs } from '../questions';

/** An answer that was reckoned before, with what it answers. */
export interface KeptAnswer<Question, Answer> {
  readonly question: Question;
  readonly answer: Answer;
}

/** Answers that were reckoned before by this very engine: a plan is quick where they stand. */
export interface KeptResults {
  readonly pieces?: readonly KeptAnswer<unknown, PieceBelief>[] | undefined;
  /** What was answered last of a joint or a piece: it stands until the answer to its question is there. */
  readonly standing?:
    | {
        readonly joints: Readonly<Record<string, PlannedChoice | undefined>>;
        readonly pieces: Readonly<Record<string, PieceBelief | undefined>>;
      }
    | undefined;
  /** A text in place of a choice names the field of its question that cannot be taken. */
  readonly choices?: readonly KeptAnswer<unknown, PlannedChoice | string>[] | undefined;
  readonly orders?: readonly KeptAnswer<unknown, Judgement | null>[] | undefined;
}

/** What an order is asked. */
export interface OrderAsked {
  readonly seam: SeamQuestion;
  readonly runs: readonly ArcRun[];
}

/** A question as text, whatever order its fields stand in: a database keeps none. */
const canonical = (question: unknown): string =>
  JSON.stringify(question, (_key, value: unknown) =>
    typeof value === 'object' && value !== null && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([one], [other]) => (one < other ? -1 : 1)))
      : value,
  );

/** Answers to questions, each reckoned once: from those that were kept, else anew. */
export class Answers<Question, Answer> {
  private readonly known: Map<string, Answer>;
  private readonly wanting = new Map<string, { readonly name: string; readonly question: Question }>();

  /** @param reckon what gives the answers that were not kept; null: they are waited for */
  constructor(
    kept: readonly KeptAnswer<unknown, Answer>[] | undefined,
    private readonly reckon: ((question: Question) => Answer) | null,
  ) {
    this.known = new Map(kept?.map(({ question, answer }) => [canonical(question), answer]));
  }

  /** Questions no kept answer was there for, each once, with the names they are told by. */
  get cold(): readonly { readonly name: string; readonly question: Question }[] {
    return [...this.wanting.values()];
  }

  /**
   * @param name what is told of one that was not kept
   * @returns undefined: it is waited for
   */
  of(question: Question, name: string): Answer | undefined {
    const asked = canonical(question);
    const known = this.known.get(asked);
    if (known !== undefined) return known;
    this.wanting.set(asked, { name, question });
    if (!this.reckon) return undefined;
    const answer = this.reckon(question);
    this.known.set(asked, answer);
    return answer;
  }
}

/** What a piece nobody has named most likely is. */
export type PieceBelief = Beliefs[string];

/** What of a choice a plan is made from: a first ranking knows neither passes nor heat yet. */
export type PlannedChoice = FirstAnswer & Partial<Pick<Choice, 'passes' | 'heat' | 'dilutionCurve'>>;
/** A choice, or the field of its question that cannot be taken. */
export type Choices = Answers<ChooseInput, PlannedChoice | string>;
export type Orders = Answers<OrderAsked, Judgement | null>;
export type Pieces = Answers<IdentifyInput, PieceBelief | null>;

/** What gives the answers that were not kept. It is handed in: a page has them reckoned elsewhere. */
export interface Reckoning {
  /** @throws InputError naming the field of its question that cannot be taken */
  choose(question: ChooseInput): PlannedChoice;
  /** @throws InputError */
  judgeOrder(asked: OrderAsked): Judgement;
  /** @throws InputError */
  identify(piece: IdentifyInput): PieceBelief;
}
