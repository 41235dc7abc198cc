import { ELEMENT_INDEX } from '../composition';
import balmforth from '../../data/constitution/balmforth-lippold.json';

/** Carbon and nitrogen that no titanium or niobium holds, mass percent. */
export interface FreeInterstitials {
  carbon: number;
  nitrogen: number;
}

// One object, written over: the hot loop must not allocate.
const FREE: FreeInterstitials = { carbon: 0, nitrogen: 0 };

/**
 * Carbon and nitrogen left free by the stabilisers: titanium takes nitrogen first, then carbon; niobium takes carbon.
 * @param vector composition in element order from `offset` on, mass percent
 * @returns one object that is written over by the next call
 * Source: weights of TiN (Ti/3.4), TiC (Ti/4) and NbC (Nb/7.7).
 */
export function freeInterstitials(vector: Float64Array, offset = 0): Readonly<FreeInterstitials> {
  const { titaniumPerNitrogen, titaniumPerCarbon, niobiumPerCarbon } = balmforth.reach.freeInterstitials;
  const titanium = vector[offset + ELEMENT_INDEX.Ti] as number;
  const nitrogen = vector[offset + ELEMENT_INDEX.N] as number;
  const tied = Math.min(nitrogen, titanium / titaniumPerNitrogen);
  const titaniumLeft = titanium - tied * titaniumPerNitrogen;
  FREE.nitrogen = nitrogen - tied;
  FREE.carbon = Math.max(
    0,
    (vector[offset + ELEMENT_INDEX.C] as number) -
      titaniumLeft / titaniumPerCarbon -
      (vector[offset + ELEMENT_INDEX.Nb] as number) / niobiumPerCarbon,
  );
  return FREE;
}
