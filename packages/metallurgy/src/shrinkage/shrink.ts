import data from '../../data/shrinkage.json';
import type { MaterialFamily } from '../catalogue';
import { InputError, type FieldError } from '../errors';
import {
  bow,
  capOf,
  heldTo,
  HOLDS,
  pullOfFamily,
  transverseShrinkage,
  withRange,
  type Hold,
  type Member,
} from './shrinkage';

/** What is asked of a weld's shrinkage. */
export interface ShrinkQuestion {
  /** Section of the weld metal, mm². */
  readonly areaMm2: number;
  /** Wall, for what it draws together. */
  readonly thicknessMm?: number | undefined;
  /** A member it runs along, for how that bows. */
  readonly member?: Member | undefined;
  /** A plate welded on one face that must stay flat, mm. */
  readonly plate?: { readonly spanMm: number; readonly widthMm: number; readonly thicknessMm: number } | undefined;
  /** Left out: carbon steel, the published formulas themselves. */
  readonly family?: MaterialFamily | undefined;
  readonly hold?: Hold | undefined;
}

type Range = readonly [number, number];

/** How far a weld pulls; null where what it takes was not said. */
export interface ShrinkAnswer {
  readonly transverseMm: number | null;
  readonly bowMm: number | null;
  /** How hollow a plate becomes over its span, mm. */
  readonly capMm: number | null;
  /** What should be left on to machine the plate flat again, mm. */
  readonly allowanceMm: number | null;
  readonly range: { readonly transverseMm: Range | null; readonly bowMm: Range | null; readonly capMm: Range | null };
  readonly reasons: readonly string[];
}

function check({ areaMm2, thicknessMm, member, plate }: ShrinkQuestion): void {
  const errors: FieldError[] = [];
  const within = (value: number, low: number, high: number, path: readonly string[], unit: string): void => {
    if (!(value >= low && value <= high)) errors.push({ path: [...path], message: `give ${low} to ${high} ${unit}` });
  };
  within(areaMm2, 0.1, 5000, ['areaMm2'], 'mm²');
  if (thicknessMm !== undefined) within(thicknessMm, 0.3, 200, ['thicknessMm'], 'mm');
  if (member) {
    within(member.offsetMm, 0, 5000, ['member', 'offsetMm'], 'mm');
    within(member.lengthMm, 1, 50000, ['member', 'lengthMm'], 'mm');
    within(member.inertiaMm4, 1, 1e13, ['member', 'inertiaMm4'], 'mm⁴');
  }
  if (plate)
    for (const size of ['spanMm', 'widthMm', 'thicknessMm'] as const)
      within(plate[size], 0.5, 10000, ['plate', size], 'mm');
  if (thicknessMm === undefined && !member && !plate)
    errors.push({ path: [], message: 'give thicknessMm, a member or a plate' });
  if (errors.length > 0) throw new InputError(errors);
}

/** How far a weld pulls, by hand formulas with their range. @throws InputError naming every faulty field */
export function shrink(question: ShrinkQuestion): ShrinkAnswer {
  check(question);
  const { areaMm2, thicknessMm, member, plate, family, hold = HOLDS[0] } = question;
  const transverse = thicknessMm === undefined ? null : withRange(transverseShrinkage(areaMm2, thicknessMm, family));
  const bowed = member ? withRange(bow(areaMm2, member, family) * heldTo(hold, 'bow')) : null;
  const cap = plate ? capOf(areaMm2 * heldTo(hold, 'bow'), plate, family) : null;
  const half = Math.round(data.range.share * 100);
  return {
    transverseMm: transverse?.mm ?? null,
    bowMm: bowed?.mm ?? null,
    capMm: cap?.depth.mm ?? null,
    allowanceMm: cap?.allowanceMm ?? null,
    range: { transverseMm: transverse?.range ?? null, bowMm: bowed?.range ?? null, capMm: cap?.depth.range ?? null },
    reasons: [
      `Hand formulas, good to ${half} % either way: ${data.bow.source}.`,
      family
        ? `${family} metal shrinks ${pullOfFamily(family).toFixed(2)} times what carbon steel does.`
        : 'Carbon steel: the formulas as published.',
      ...(hold === 'none'
        ? []
        : [
            `Held (${data.holds[hold].title}): ${Math.round(heldTo(hold, 'bow') * 100)} % of the bow is left; an ` +
              'estimate.',
          ]),
    ],
  };
}
