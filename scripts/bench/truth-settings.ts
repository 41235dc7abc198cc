import { heatWith, InputError, isWithin, settings, type HeatAdvice, type SettingsQuestion } from '@variatum/metallurgy';
import practice from '../../packages/metallurgy/src/testing/truth/settings.json';
import { scoreOf, type Score } from './truth-score';

interface TrueSetting {
  readonly what: string;
  readonly ask: 'settings' | 'heat';
  readonly question: SettingsQuestion;
  readonly take?: string;
  readonly rod?: string;
  readonly kind?: HeatAdvice['kind'];
  /** null: practice asks for none. */
  readonly between?: readonly [number, number] | null;
  readonly oneOf?: readonly number[];
}

/** Fields of a question the program knows; another one it was told nothing of. */
const KNOWN = new Set(['pieces', 'joint', 'rod', 'process', 'pass', 'landMm', 'machine', 'travelMmPerS']);

const at = (value: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((of, key) => (of as Readonly<Record<string, unknown>> | undefined)?.[key], value);

/** What the program says; undefined: it has no answer. */
function told({ ask, question, take = '', rod, kind }: TrueSetting): number | null | undefined {
  try {
    if (Object.keys(question).some((field) => !KNOWN.has(field))) return undefined;
    if (ask === 'settings') return at(settings(question), take) as number | undefined;
    const found = heatWith(question, rod ?? null).filter((one) => one.kind === kind);
    return found.length === 0 ? null : Math.max(...found.map(({ temperatureC: [low] }) => low));
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}

/** Settings: whether what is told lies in the range of industrial tables. */
export function settingsScore(): Score {
  return scoreOf(practice.settings as unknown as readonly TrueSetting[], (one) => {
    const { what, between, oneOf } = one;
    const found = told(one);
    const isRight =
      between === null
        ? found === null
        : typeof found === 'number' &&
          (oneOf ? oneOf.includes(found) : between !== undefined && isWithin(found, between));
    if (isRight) return null;
    const asked = oneOf ? oneOf.join(' or ') : between ? between.join(' to ') : 'none';
    return `${what}: ${found === undefined ? 'no answer' : (found ?? 'none')}; practice ${asked}`;
  });
}
