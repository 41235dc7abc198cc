import { exp, ln } from '../arithmetic';

/** A share on the scale on which it has no ends. @param share above 0 and below 1 */
export const logit = (share: number): number => ln(share / (1 - share));
/** A share again. */
export const logistic = (value: number): number => 1 / (1 + exp(-value));
