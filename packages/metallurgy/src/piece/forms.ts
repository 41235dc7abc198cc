import data from '../../data/forms.json';
import type { GaugeKind } from '../units';
import type { MaterialFamily } from '../catalogue';
import { fromJson } from '../from-json';

/** Forms a piece may have. */
export type Form = keyof typeof data;
/** All forms. */
export const FORMS = Object.keys(data) as [Form, ...Form[]];

/** Whether a text names a form. */
export const isForm = (text: string): text is Form => Object.hasOwn(data, text);

/** How a section through a piece of a form looks: a ring, a disc, a strip, or a strip with a rough face. */
export type SectionShape = 'hollow' | 'round' | 'flat' | 'rough';

/** @returns undefined for a form that is not known */
export function sectionShape(form: string | null): SectionShape | undefined {
  return form !== null && isForm(form) ? fromJson<SectionShape>(data[form].section) : undefined;
}

/** Gauge table that a gauge number on a piece means. @param family family of its grade, when that is known */
export function gaugeKindOf(form: string | null, family?: MaterialFamily): GaugeKind {
  if (form !== null && isForm(form) && data[form].gauge === 'tube') return 'tube';
  return family === 'carbon' || family === 'low-alloy' ? 'sheet-carbon' : 'sheet-stainless';
}

/**
 * Why a wall and an outside diameter cannot belong together.
 * @param outsideMm outside diameter, mm
 * @param thicknessMm wall, mm
 * @returns null when they can, or when one of them is not known
 */
export function wallMisfit(form: string | null, outsideMm: number | null, thicknessMm: number | null): string | null {
  if (sectionShape(form) !== 'hollow' || outsideMm === null || thicknessMm === null) return null;
  return thicknessMm * 2 >= outsideMm ? 'thicker than half the outside diameter: one of the two is wrong' : null;
}
