/** How a list of what practice has was answered, and what was answered otherwise. */
export interface Score {
  readonly all: number;
  readonly right: number;
  /** The half that nothing is mended by. */
  readonly held: { readonly all: number; readonly right: number };
  /** What was answered otherwise, of the half that may be looked at. */
  readonly wrong: readonly string[];
}

/**
 * Scores a list: every second entry is held, and of it only the number is told.
 * @param ask null: it is as practice has it; else what it was instead
 */
export function scoreOf<Entry>(list: readonly Entry[], ask: (entry: Entry) => string | null): Score {
  const answers = list.map((entry, index) => ({ isHeld: index % 2 === 1, otherwise: ask(entry) }));
  const held = answers.filter(({ isHeld }) => isHeld);
  const right = ({ otherwise }: (typeof answers)[number]): boolean => otherwise === null;
  return {
    all: answers.length,
    right: answers.filter(right).length,
    held: { all: held.length, right: held.filter(right).length },
    wrong: answers.flatMap(({ isHeld, otherwise }) => (isHeld || otherwise === null ? [] : [otherwise])),
  };
}
