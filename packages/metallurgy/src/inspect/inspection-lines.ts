import data from '../../data/inspection.json';
import { fromJson } from '../from-json';

/** What a weld is looked at for. */
export const INSPECTION_LINES = [
  'cracks',
  'pores',
  'undercut',
  'concavity',
  'convexity',
  'mismatch',
  'tint-outside',
  'tint-inside',
  'bow',
  'leak',
  'ferrite',
  'cleaning',
] as const;
export type InspectionLineId = (typeof INSPECTION_LINES)[number];

/** How something was looked at or measured. */
export const INSPECTION_METHODS = [
  'eye',
  'lens',
  'mirror',
  'picture',
  'caliper',
  'straightedge',
  'dye',
  'water',
  'air',
  'vacuum',
  'gauge',
  'bench',
] as const;
export type InspectionMethodId = (typeof INSPECTION_METHODS)[number];

/** A way of measuring, and how far it may be off. */
export interface InspectionMethod {
  readonly id: InspectionMethodId;
  readonly title: string;
  /** One standard deviation; estimates. */
  readonly offMm: number;
  readonly offFn: number | null;
}

/** What is to be done about a miss. */
export interface Mend {
  readonly text: string;
  /** For grey scale alone. */
  readonly grey?: boolean;
  /** For too little, where there is a too much as well. */
  readonly below?: boolean;
}

/** One line a weld is judged by. */
export interface InspectionLine {
  readonly id: InspectionLineId;
  readonly title: string;
  /** A choice of words, a colour, a length in mm, or a ferrite number. */
  readonly kind: 'choice' | 'colour' | 'length' | 'number';
  readonly options?: readonly { readonly id: string; readonly title: string; readonly good: boolean }[];
  /** Likeliest first. */
  readonly methods: readonly InspectionMethodId[];
  /** Surroundings in which a miss of it matters. */
  readonly caresIn: readonly string[];
  readonly mend: readonly Mend[];
  /** Only of a weld that has an inside. */
  readonly inside?: boolean;
}

/** All lines, those that stop a part first. */
export const LINES = fromJson<readonly InspectionLine[]>(data.lines);
/** All ways of measuring. */
export const METHODS = fromJson<readonly InspectionMethod[]>(data.methods);

/** A line by its id. */
export const inspectionLine = (id: InspectionLineId): InspectionLine => LINES.find((one) => one.id === id)!;
/** A way of measuring by its id. */
export const inspectionMethod = (id: InspectionMethodId): InspectionMethod => METHODS.find((one) => one.id === id)!;
