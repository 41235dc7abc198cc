import { COMPUTATIONS, type ComputationName } from '@variatum/job';
import * as z from 'zod';
import { EXAMPLES } from './examples';
import { FIELD_WORDS } from './field-words';

/** What of a JSON schema is put into words. */
interface Described {
  readonly type?: string | readonly string[];
  readonly const?: unknown;
  readonly enum?: readonly unknown[];
  readonly anyOf?: readonly Described[];
  readonly oneOf?: readonly Described[];
  readonly items?: Described | boolean;
  readonly prefixItems?: readonly Described[];
  readonly properties?: Readonly<Record<string, Described>>;
  readonly required?: readonly string[];
  readonly minimum?: number;
  readonly maximum?: number;
}

/** More names than this are told by the first of them. */
const MOST_NAMES = 12;
/** Beyond it a limit is none a person would meet. */
const NO_LIMIT = 1e9;

function rangeWords({ minimum, maximum }: Described): string {
  const [low, high] = [minimum ?? -Infinity, maximum ?? Infinity];
  const [hasLow, hasHigh] = [low > -NO_LIMIT, high < NO_LIMIT];
  if (hasLow && hasHigh) return ` from ${low} to ${high}`;
  return hasLow ? ` of ${low} or more` : hasHigh ? ` of ${high} or less` : '';
}

function namesWords(names: readonly unknown[]): string {
  const shown = names.slice(0, MOST_NAMES).map((name) => JSON.stringify(name));
  return `one of ${shown.join(', ')}${names.length > MOST_NAMES ? ` and ${names.length - MOST_NAMES} more` : ''}`;
}

/** What a value may be, in words. */
function valueWords(schema: Described): string {
  const { anyOf = schema.oneOf, type, items, prefixItems, properties } = schema;
  if (schema.const !== undefined) return JSON.stringify(schema.const);
  if (schema.enum) return namesWords(schema.enum);
  if (anyOf) return [...new Set(anyOf.map(valueWords))].join(', or ');
  if (prefixItems) return `a list of ${prefixItems.length}: ${prefixItems.map(valueWords).join('; ')}`;
  if (type === 'array') return `a list, each ${typeof items === 'object' ? valueWords(items) : 'anything'}`;
  if (type === 'number' || type === 'integer')
    return `${type === 'integer' ? 'a whole number' : 'a number'}${rangeWords(schema)}`;
  if (type === 'string') return 'text';
  if (type === 'boolean') return 'true or false';
  if (type === 'null') return 'null';
  if (properties) return `an object of ${Object.keys(properties).join(', ')}`;
  return type === 'object' ? 'an object of values by their names' : 'anything';
}

const fieldLine = (name: string, schema: Described, isNeeded: boolean): string =>
  `  ${name}${isNeeded ? '' : ' (may be left out)'}: ${FIELD_WORDS[name] ?? name}; ${valueWords(schema)}`;

/** Fields of a document; of one that may be one of several, each of those. */
function fieldLines(schema: Described): readonly string[] {
  const several = schema.anyOf ?? schema.oneOf;
  if (several) return several.flatMap((one, index) => [...(index > 0 ? ['  or'] : []), ...fieldLines(one)]);
  if (!schema.properties) return [`  ${valueWords(schema)}`];
  return Object.entries(schema.properties).map(([name, one]) =>
    fieldLine(name, one, schema.required?.includes(name) ?? false),
  );
}

/** What a computation asks, in words, with an example that runs. */
export function helpOf(name: ComputationName): string {
  const { summary, schema } = COMPUTATIONS[name];
  const example = EXAMPLES[name];
  const asked = z.toJSONSchema(schema(example as Readonly<Record<string, unknown>>), {
    io: 'input',
    unrepresentable: 'any',
  });
  // A schema of JSON describes itself in JSON.
  const fields = fieldLines(asked as Described);
  const takesLines = fields.some((line) => line.startsWith('  wrc1992Lines'));
  return [
    `./variatum ${name}: ${summary}`,
    '',
    'One JSON object on standard input:',
    ...fields,
    '',
    'Flags: --seed N, a whole number: the same seed gives the same answer.',
    ...(takesLines ? ['       --wrc-lines FILE: lines of a digitised WRC-1992 figure.'] : []),
    '',
    'For example:',
    `  echo '${JSON.stringify(example)}' | ./variatum ${name}`,
    '',
  ].join('\n');
}
