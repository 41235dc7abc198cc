import data from '../../data/settings.json';

const MM_PER_NUMBER = 25.4 / 16;

/** Bore of a cup by its number, which is in sixteenths of an inch, mm. */
export const cupBoreMm = (number: number): number => MM_PER_NUMBER * number;

/** Cup and post-flow of a bead whose settings are not reckoned. */
export const USUAL_COVER: { readonly cup: number; readonly postFlowS: number } = data.usualCover;
