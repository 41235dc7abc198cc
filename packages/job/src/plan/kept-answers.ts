import type { Choice, ChooseInput, Judgement, SeamQuestion, ArcRun } from '@variatum/metallurgy';

/** An answer that was reckoned before, with what it answers. */
export interface KeptAnswer<Question, Answer> {
  readonly question: Question;
  readonly answer: Answer;
}

/** Answers that were reckoned before by this very engine: a plan is quick where they stand. */
export interface KeptResults {
  readonly choices?: readonly KeptAnswer<unknown, Choice>[] | undefined;
  readonly orders?: readonly KeptAnswer<unknown, Judgement>[] | undefined;
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
  /** Names of those that had to be reckoned anew. */
  readonly cold: string[] = [];

  constructor(
    kept: readonly KeptAnswer<unknown, Answer>[] | undefined,
    private readonly reckon: (question: Question) => Answer,
  ) {
    this.known = new Map(kept?.map(({ question, answer }) => [canonical(question), answer]));
  }

  /** @param name what is told of one that had to be reckoned anew */
  of(question: Question, name: string): Answer {
    const asked = canonical(question);
    const known = this.known.get(asked);
    if (known !== undefined) return known;
    this.cold.push(name);
    const answer = this.reckon(question);
    this.known.set(asked, answer);
    return answer;
  }
}

/** A choice, or the field of its question that cannot be taken. */
export type Choices = Answers<ChooseInput, Choice | string>;
export type Orders = Answers<OrderAsked, Judgement | null>;
