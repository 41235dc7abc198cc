import data from '../../data/filler-forms.json';
import type { Process, Rod } from './rods';

/** Forms a filler metal is sold in: bare rod or wire, and electrodes by their covering. */
export const FILLER_FORMS = ['bare', 'basic', 'rutile'] as const;
/** The form of a filler metal. */
export type FillerForm = (typeof FILLER_FORMS)[number];

/** Words for a form. */
export const fillerFormTitle = (form: FillerForm): string => data.forms[form].title;

/** Diffusible hydrogen a filler brings, ml per 100 g of weld metal; bare metal by how it is melted. */
export const hydrogenMlOf = (rod: Pick<Rod, 'form'> | null, process: Process | undefined): number =>
  data.forms[rod?.form ?? 'bare'].hydrogenMl[process ?? 'gtaw'];

/** How much hydrogen that is, 0 to 1: as the square root, because the first millilitres do most of the harm. */
export const hydrogenFactorOf = (hydrogenMl: number): number =>
  Math.min(1, Math.sqrt(hydrogenMl / data.fullHydrogenMl));
