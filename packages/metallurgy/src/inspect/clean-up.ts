import data from '../../data/clean-up.json';
import { CLEANINGS, type Cleaning } from '../acceptance';
import { findGrade, type MaterialFamily } from '../catalogue';
import { fromJson } from '../from-json';
import { mayBeFreeMachining } from '../settings';
import { keepsToTint } from '../tint';

/** A piece as it is cleaned. */
export interface PieceToClean {
  /** Name people know it by. */
  readonly name: string;
  readonly family: MaterialFamily | null;
  readonly grade: string | null;
}

/** What is to be cleaned. */
export interface CleanUpQuestion {
  readonly pieces: readonly PieceToClean[];
  /** How far the profile asks it to be cleaned. */
  readonly cleaning: Cleaning;
  readonly environment?: string | undefined;
  /** Thickest film that was found, nm; null: not looked at. */
  readonly oxideNm: number | null;
  /** Grey scale was found. */
  readonly grey: boolean;
  /** The inside was coloured beyond what is taken. */
  readonly inside: boolean;
}

/** A step of cleaning. */
export interface CleanUpStep {
  readonly id: string;
  readonly group: string;
  readonly groupTitle: string;
  readonly title: string;
  readonly reason: string;
  /** null: nothing out of the ordinary. */
  readonly caution: string | null;
}

interface Bath {
  readonly paste: readonly [number, number] | null;
  readonly nitric: readonly [number, number];
  readonly citric: readonly [number, number];
  readonly temperature: string;
  readonly minutes: readonly [number, number];
  readonly why?: string;
  readonly leastChromium?: number;
}

const BATHS = fromJson<Readonly<Partial<Record<MaterialFamily, Bath>>>>(data.families);
const FREE_MACHINING = fromJson<Bath>(data.freeMachining);
const FOOD = ['food', 'potable'];

const span = ([low, high]: readonly [number, number]): string => `${low} to ${high}`;
const filled = (text: string, words: Readonly<Record<string, string>>): string =>
  text.replace(/\{(\w+)\}/g, (_whole, name: string) => words[name] ?? '');

/** How a piece takes acid; null: not at all. */
function bathOf({ family, grade }: PieceToClean): Bath | null {
  const known = grade === null ? undefined : findGrade(grade);
  const bath = family === null ? BATHS.austenitic : BATHS[family];
  if (!bath) return null;
  if (grade !== null && mayBeFreeMachining([{ grade, probability: 1 }])) return FREE_MACHINING;
  const chromium = known?.typical.Cr;
  if (bath.leastChromium !== undefined && (chromium === undefined || chromium < bath.leastChromium))
    return { ...bath, paste: null, why: data.lean.why };
  return bath;
}

/**
 * How a weld is cleaned, step by step, as far as the profile asks, by what the metals take: paste and times are those
 * of the metal that takes least.
 */
export function cleanUp(question: CleanUpQuestion): readonly CleanUpStep[] {
  const { pieces, cleaning, environment, oxideNm, grey, inside } = question;
  const asks = (least: Cleaning): boolean =>
    CLEANINGS.findIndex(({ id }) => id === cleaning) >= CLEANINGS.findIndex(({ id }) => id === least);
  if (!asks('brushed')) return [];
  const baths = pieces.map((piece) => ({ piece, bath: bathOf(piece) }));
  const stainless = baths.flatMap(({ bath }) => (bath ? [bath] : []));
  const noPaste = baths.filter(({ bath }) => !bath?.paste);
  const steps: CleanUpStep[] = [];
  const add = (id: string, words: Readonly<Record<string, string>> = {}): void => {
    const step = data.steps.find((one) => one.id === id)!;
    steps.push({
      id: words['piece'] === undefined ? id : `${id} ${words['piece']}`,
      group: step.group,
      groupTitle: data.groups.find((group) => group.id === step.group)!.title,
      title: filled(step.title, words),
      reason: filled(step.reason, words),
      caution: 'caution' in step && step.caution !== undefined ? step.caution : null,
    });
  };
  add('cool');
  add('slag');
  if (grey) add('grind-scale');
  add('brush');
  // Brushing alone reaches pale colours; what is deeper keeps poor metal under it.
  const deep = grey || (oxideNm !== null && !keepsToTint(oxideNm, 'gold'));
  const pickles = asks('pickled') || (deep && asks('brushed') && stainless.length > 0);
  if (pickles && stainless.length > 0) {
    add('degrease');
    const pasted = stainless.flatMap(({ paste }) => (paste ? [paste] : []));
    if (noPaste.length === 0 && pasted.length > 0) {
      add('pickle-paste', {
        minutes: span([Math.min(...pasted.map(([low]) => low)), Math.min(...pasted.map(([, high]) => high))]),
      });
      if (!grey) add('pickle-electro');
    } else
      for (const { piece, bath } of noPaste) add('no-pickle', { piece: piece.name, why: bath?.why ?? data.other.why });
    if (inside && noPaste.length === 0) add('pickle-inside');
    if (noPaste.length === 0) add('neutral');
  }
  if (asks('passivated')) {
    const strongest = [...stainless].sort((one, other) => other.nitric[0] - one.nitric[0])[0];
    const all = baths.every(({ bath }) => bath !== null);
    if (strongest && all) {
      const words = {
        nitric: span(strongest.nitric),
        citric: span(strongest.citric),
        temperature: strongest.temperature,
        minutes: span(strongest.minutes),
      };
      add('passivate-nitric', words);
      if (strongest.nitric[0] < 40) add('passivate-citric', words);
    } else
      for (const { piece, bath } of baths)
        if (!bath) add('passivate-not', { piece: piece.name, instead: data.other.instead, why: data.other.why });
  }
  add('rinse');
  for (const { piece, bath } of baths) if (!bath) add('protect-carbon', { piece: piece.name });
  if (asks('passivated') && stainless.length > 0) add('water-test');
  if (FOOD.includes(environment ?? '')) add('food-rinse');
  return steps;
}
