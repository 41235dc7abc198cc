import data from '../../data/field-tests.json';
import type { ElementSymbol, ReadingSigma } from '../composition';
import type { MaterialFamily } from '../catalogue';
import type { Coating } from '../piece';
import { fromJson } from '../from-json';

/** A row of a tabled likelihood: the first row whose condition holds answers. */
export interface TableRule {
  readonly when?: {
    readonly family?: readonly MaterialFamily[];
    readonly coating?: readonly Coating[];
    readonly atLeast?: { readonly [Element in ElementSymbol]?: number };
    readonly below?: { readonly [Element in ElementSymbol]?: number };
    /** Allowed settings of an option; null means the setting was not stated. */
    readonly option?: { readonly [id: string]: readonly (string | null)[] };
  };
  readonly likelihood: { readonly [outcome: string]: number };
}

/** Ordered outcomes over a physical feature: edges softened log-normally. */
export interface GradedModel {
  readonly kind: 'graded';
  readonly feature: 'magneticFraction';
  readonly edges: readonly number[];
  readonly softness: number;
  readonly lapse: number;
}

/** Tabled probabilities. */
export interface TableModel {
  readonly kind: 'table';
  readonly rules: readonly TableRule[];
}

/** A composition reading with Gaussian scatter. */
export interface ReadingModel {
  readonly kind: 'reading';
  readonly sigma: ReadingSigma;
  readonly relativeSigma: number;
  /** Contents an instrument would have shown; an element left out of the reading is taken as not seen. */
  readonly detectionLimit: ReadingSigma;
  readonly unseenFloor: number;
  readonly outlier: number;
}

/** A designation read off the piece. */
export interface MarkModel {
  readonly kind: 'mark';
  readonly match: number;
  readonly related: number;
  /** Least share of all pieces a mark is taken to stand on, wrongly stamped ones among them. */
  readonly rarest: number;
}

/** A number that follows a physical feature. */
export interface GaugeModel {
  readonly kind: 'gauge';
  readonly feature: 'magneticFraction';
  readonly perUnit: number;
  readonly saturatesAt: number;
  readonly absoluteSigma: number;
  readonly relativeSigma: number;
  /** Edges of the readings told apart when planning the next test. */
  readonly bins: readonly number[];
  readonly outlier: number;
}

/** A choice a field test asks besides its outcome. */
export interface TestOption {
  readonly id: string;
  readonly title: string;
  readonly values: readonly { readonly id: string; readonly title: string }[];
}

/** A test a shop can do on a piece. */
export interface FieldTest {
  readonly id: string;
  readonly title: string;
  readonly minutes: number;
  /** Whether it is seen while the joint is welded, and so is never proposed as the next test. */
  readonly atTheTorch?: boolean;
  /** Mark it leaves on the piece. */
  readonly damage: string;
  /** Caution that applies while doing it; null when there is none. */
  readonly hazard: string | null;
  readonly how: string;
  readonly teaches: string;
  readonly outcomes: readonly { readonly id: string; readonly title: string }[];
  /** What is entered when it is not one of `outcomes`. */
  readonly input?: 'mark' | 'reading' | 'number';
  /** Elements asked for in a reading, those it sees best first. */
  readonly reads?: readonly ElementSymbol[];
  readonly options?: readonly TestOption[];
  /** Settings worth planning for. */
  readonly variants?: readonly { readonly [option: string]: string }[];
  /** Share of pieces on which a mark can be read at all. */
  readonly readableShare?: number;
  readonly model: GradedModel | TableModel | ReadingModel | MarkModel | GaugeModel;
  readonly source: string;
  readonly confidence: string;
}

/** Every field test in the catalogue. */
export const FIELD_TESTS = fromJson<readonly FieldTest[]>(data);

const BY_ID = new Map(FIELD_TESTS.map((test) => [test.id, test]));

/** The field test with an id; undefined when there is none. */
export function findFieldTest(id: string): FieldTest | undefined {
  return BY_ID.get(id);
}
