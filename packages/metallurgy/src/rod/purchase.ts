import choice from '../../data/choice.json';

/** What it counts as to get a rod that is not on the shelf, in units of loss: an estimate. */
export const PURCHASE_LOSS = choice.costs.notInStock;
