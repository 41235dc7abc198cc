import { parseWith } from '@variatum/contracts';
import { COMPUTATIONS, type ComputationName } from '@variatum/job';
import { ENGINE_VERSION, FIELD_TESTS, GRADES, InputError, ITEM_FAMILIES, RODS } from '@variatum/metallurgy';
import { helpOf } from './help';

/** A computation of the command line: one JSON document in, one out. */
export interface Command {
  /** Whether it reads a document from standard input. */
  readonly readsInput: boolean;
  readonly summary: string;
  /** What it asks, in words, with an example that runs. */
  help(): string;
  run(input: unknown, seed: number): unknown;
}

function commandOf(name: ComputationName): Command {
  // One of many computations: that the question is the one it understands is what its own schema checks.
  const { summary, schema, run } = COMPUTATIONS[name] as {
    readonly summary: string;
    schema(document: object): Parameters<typeof parseWith>[0];
    run(question: unknown, seed: number): object;
  };
  return {
    readsInput: true,
    summary,
    help: () => helpOf(name),
    run(input, seed) {
      if (typeof input !== 'object' || input === null || Array.isArray(input))
        throw InputError.at([], 'give one JSON object');
      const answer = run(parseWith(schema(input), input), seed);
      // A choice is kept and repeated: it says which engine made it.
      return name === 'choose' ? { engineVersion: ENGINE_VERSION, ...answer } : answer;
    },
  };
}

const catalogue = (name: string, summary: string, list: unknown): Command => ({
  readsInput: false,
  summary,
  help: () => `./variatum ${name}: ${summary}, as JSON. It asks nothing.\n\nFor example:\n  ./variatum ${name}\n`,
  run: () => list,
});

/** All computations and catalogues by name. */
export const COMMANDS: Readonly<Record<string, Command>> = {
  ...Object.fromEntries((Object.keys(COMPUTATIONS) as ComputationName[]).map((name) => [name, commandOf(name)])),
  grades: catalogue('grades', 'base metals', GRADES),
  rods: catalogue('rods', 'filler rods', RODS),
  tests: catalogue('tests', 'field tests', FIELD_TESTS),
  families: catalogue('families', 'item families', ITEM_FAMILIES),
};
