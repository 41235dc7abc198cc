import data from '../../data/item-families.json';
import { fromJson } from '../from-json';

/** What an item is: the prior a shop would hold before any test. */
export interface ItemFamily {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  /** Pseudo-counts by grade id, out of about a hundred pieces. */
  readonly counts: { readonly [gradeId: string]: number };
  /** Pseudo-counts shared by all grades in proportion to how common they are. */
  readonly background: number;
  /** Shares of carbon steel that is coated. */
  readonly coatedCarbonSteel: { readonly plated: number; readonly galvanised: number };
  /** Share of pieces that are cold-worked; absent: it follows from the form. */
  readonly worked?: number;
  readonly source: string;
}

/** Every item family in the catalogue. */
export const ITEM_FAMILIES = fromJson<readonly ItemFamily[]>(data);

/** The item family with an id; undefined when there is none. */
export function findItemFamily(id: string): ItemFamily | undefined {
  return ITEM_FAMILIES.find((family) => family.id === id);
}
